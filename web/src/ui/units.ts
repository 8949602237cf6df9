/** A unit as it is printed: m², /m, °. */
export const plainUnit = (unit: string): string =>
  unit.replace("^2", "²").replace("^3", "³").replace(/^1\//, "/").replace("deg", "°");

/** So many of a unit: 60°, 5 m². */
export const counted = (count: number, unit: string): string =>
  unit === "deg" ? `${count}°` : `${count} ${plainUnit(unit)}`.trim();

/** What an axis counts. */
export const inUnits = (unit: string): string =>
  unit === "deg" ? "in degrees" : unit === "rad" ? "in radians" : unit && `in ${plainUnit(unit)}`;
