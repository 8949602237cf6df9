/** How an entry of a menu looks. */
export const MENU_ITEM = "cursor-pointer rounded px-2 py-1.5 text-sm outline-none data-[highlighted]:bg-pine-wash";
