/** A number as a person would type it: no more than nine decimals, no trailing zeros. */
export function tidy(value: number): string {
  const text = value.toFixed(9).replace(/\.?0+$/, "");
  return text === "-0" ? "0" : text;
}
