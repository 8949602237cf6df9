/** The numbers of a pasted text, as they are typed: parted by tabs, semicolons, blanks, line breaks, or commas where these are
 * no decimal commas. Two columns are positions and readings. */
export function pasted(text: string): { x: string[]; y: string[]; doubtful: boolean } | null {
  const lines = text
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line !== "");
  const rows = lines.map(parted);
  const numbers = rows.filter((row) => row.every((cell) => NUMBER.test(cell)));
  if (numbers.length === 0) return null;
  const doubtful = lines.every((line) => /^[-−+]?\d+,\d+$/.test(line)); // a decimal comma, or two columns?
  const two = numbers.length > 1 && numbers.every((row) => row.length === 2);
  if (two) return { x: numbers.map((row) => row[0] ?? ""), y: numbers.map((row) => row[1] ?? ""), doubtful };
  const y = numbers.flat();
  return y.length > 1 ? { x: [], y, doubtful: false } : null;
}

const NUMBER = /^[-−+]?\d+(\.\d+)?( ?[a-zA-Z]{1,4})?$/;

function parted(line: string): string[] {
  const cells = /[\t;]/.test(line)
    ? line.split(/[\t;]/)
    : /,\s/.test(line) || !/^\S+$/.test(line)
      ? line.split(/,?\s+(?=[-−+\d])/)
      : line.split(",");
  const decimals = /[\t;\s]/.test(line);
  return cells
    .map((cell) => cell.trim())
    .map((cell) => (decimals ? cell.replace(/^([-−+]?\d+),(\d+)/, "$1.$2") : cell))
    .filter((cell) => cell !== "");
}
