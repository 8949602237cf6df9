/** Soft tints of added parts, in the order of the parts; the tally's badges wear the same. */
export const TINTS = ["#cde2d5", "#f7ddc3", "#d4def0", "#ece3b6", "#e6d4e7", "#cbe5e6"];
