import type { FormulaDocument, ProblemDocument } from "../api/types";
import { changeFigure } from "../document/figures";

/** Give, change or (with null) clear one measurement of a card; a chosen solution no longer counts then. */
export function withGiven(
  document: ProblemDocument,
  figure: number,
  measure: string,
  text: string | null,
): ProblemDocument {
  return changeFigure("formula", document, figure, (f) => {
    const others = Object.entries(f.given ?? {}).filter(([name]) => text !== null || name !== measure);
    const given = { ...Object.fromEntries(others), ...(text === null ? {} : { [measure]: text }) };
    return { ...f, given, solution: undefined };
  });
}

export const cleared = (document: ProblemDocument, figure: number): ProblemDocument =>
  changeFigure("formula", document, figure, (f) => ({ ...f, given: {}, solution: undefined }));

export const withSolution = (document: ProblemDocument, figure: number, solution: number): ProblemDocument =>
  changeFigure("formula", document, figure, (f) => ({ ...f, solution: solution === 1 ? undefined : solution }));

/** A typed plain number and what stands behind it (its unit); null where it is anything else. */
export function plainNumber(text: string): { value: number; behind: string } | null {
  const found = /^\s*(\d+(?:\.\d*)?|\.\d+)\s*([°A-Za-zµ]*(?:\^?\d|[²³])?)\s*$/u.exec(text);
  if (!found || /^(e|pi|sqrt|cbrt)$/i.test(found[2] ?? "")) return null;
  return { value: Number(found[1]), behind: found[2] ?? "" };
}

/** What is slid where a root, a fraction or π was typed: its value; nothing where another figure's measurement stands. */
export function valueToSlide(
  typed: string,
  quantity: { decimal: string },
  kind: string,
  angle: string,
): { value: number; behind: string } | null {
  if (/[A-Za-z_]\w*\./.test(typed)) return null;
  return {
    value: Number(Number(quantity.decimal).toPrecision(6)),
    behind: kind === "angle" ? angleMark(angle).trim() : "",
  };
}

const ANGLES = { deg: { mark: "°", most: 360 }, rad: { mark: " rad", most: 6.2832 }, turn: { mark: " turn", most: 1 } };
export type AngleUnit = keyof typeof ANGLES;

export const angleMark = (unit: string): string => ANGLES[unit as AngleUnit]?.mark ?? "°";

/** An angle typed as a bare number gets its unit behind it, so that every angle tells its own. */
export function marked(text: string, kind: string, angle: string): string {
  const bare = plainNumber(text);
  return kind === "angle" && bare && bare.behind === "" ? `${text.trim()}${angleMark(angle)}` : text.trim();
}

/** How far a slider goes from a number: up to about twice of it, an angle to nearly a whole turn. */
export function sliderRange(
  value: number,
  behind: string,
  kind: string,
  angle: string,
): { most: number; step: number } {
  if (kind === "angle") {
    const unit =
      behind === ""
        ? angle
        : behind === "°" || behind.startsWith("deg")
          ? "deg"
          : behind.startsWith("turn")
            ? "turn"
            : "rad";
    const most = ANGLES[unit as AngleUnit]?.most ?? 360;
    return { most, step: most / 360 };
  }
  if (kind === "count") return { most: Math.max(12, 2 * value), step: 1 };
  const power = 10 ** Math.floor(Math.log10(value || 1));
  const most = Math.ceil((2 * (value || 1)) / power) * power;
  return { most, step: power / 50 };
}

export const shortNumber = (value: number): string => String(Number(value.toPrecision(6)));

const SETTINGS_KEY = "tilt-grid.card-settings";

/** The document that a card alone is: one formula figure, with the units used last. */
export function cardDocument(title: string, figure: string, given: Record<string, string> = {}): ProblemDocument {
  return {
    format: "tilt-grid/problem",
    version: 1,
    title,
    statement: "",
    settings: cardSettings(),
    figures: [{ name: nameFor(figure), kind: "formula", figure, given }],
    lines: [],
    asks: [],
  };
}

export const nameFor = (figure: string): string => figure.replaceAll("-", "_");

function cardSettings(): ProblemDocument["settings"] {
  const usual: ProblemDocument["settings"] = {
    unit: "m",
    angle: "deg",
    pi: "exact",
    rounding: { places: 2 },
    exact: "decimal",
    try_first: false,
  };
  try {
    return { ...usual, ...(JSON.parse(localStorage.getItem(SETTINGS_KEY) ?? "{}") as object) };
  } catch {
    return usual;
  }
}

export function rememberSettings(settings: ProblemDocument["settings"]) {
  try {
    // The unit of angles is a card's own: radians set on one are not meant for the others.
    const { unit, pi, rounding } = settings;
    localStorage.setItem(SETTINGS_KEY, JSON.stringify({ unit, pi, rounding }));
  } catch {
    // a browser that keeps nothing starts with the usual units each time
  }
}

/** What a saved card asks: of a solid its volume and surface, of others their unknown main measures. */
export function askedOf(
  figure: FormulaDocument,
  measures: { name: string; title: string; kind: string; further: boolean; same: string }[],
) {
  const unknown = measures.filter((m) => !m.further && m.same === "" && !(m.name in (figure.given ?? {})));
  const whole = unknown.filter((m) => m.name === "volume" || m.name === "surface");
  return (whole.length > 0 ? whole : unknown).slice(0, 4).map((m) => ({
    label: m.title.charAt(0).toUpperCase() + m.title.slice(1),
    expression: `${figure.name}.${m.name}`,
  }));
}
