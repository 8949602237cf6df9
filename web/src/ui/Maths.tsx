import { memo, useEffect, useRef, useState } from "react";
import type { Mathematics } from "../api/types";
import { reachable } from "./fields";

type Render = (tex: string, element: HTMLElement) => void;
let renderer: Render | null = null;
let loading: Promise<Render> | null = null;

/** KaTeX comes when the first formula is shown, or is fetched by a page that will show some; until then plain text stands there. */
export function fetchMaths(): Promise<Render> {
  loading ??= Promise.all([import("katex"), import("katex/dist/katex.min.css")]).then(([katex]) => {
    renderer = (tex, element) =>
      katex.default.render(tex, element, {
        throwOnError: false,
        output: "html",
        strict: "ignore",
        trust: (context) => context.command === "\\htmlData",
      });
    return renderer;
  });
  return loading;
}

/** A formula by itself, its fractions in full size, behind something: set, and as text. */
export const large = (maths: Mathematics, before = "", said = ""): Mathematics =>
  after(`\\displaystyle ${before}`, said, maths);

/** A formula behind something; its marks move along. */
function after(tex: string, text: string, { marks = [], ...maths }: Mathematics): Mathematics {
  const by = tex.length;
  return {
    tex: tex + maths.tex,
    text: text + maths.text,
    marks: marks.map((mark) => ({ ...mark, start: mark.start + by, end: mark.end + by })),
  };
}

/** The TeX with every marked piece in a box of its own, so that it can be chosen. */
function marked({ tex, marks = [] }: Mathematics): string {
  const found = [...marks].sort((a, b) => b.start - a.start);
  return found.reduce(
    (now, { start, end, part, given }) =>
      `${now.slice(0, start)}\\htmlData{part=${part}, given=${given}}{${now.slice(start, end)}}${now.slice(end)}`,
    tex,
  );
}

const PRODUCT = new Set(["×", "⋅", "÷"]);

/** A line breaks between the sides of an equation; within a side at its plus and minus signs, and never inside a product. */
function breakWell(element: HTMLElement) {
  const html = element.querySelector(".katex-html");
  const bases = [...(html?.children ?? [])].filter((child) => child.classList.contains("base"));
  if (!html || bases.length < 2) return;
  const box = (className: string) => Object.assign(document.createElement("span"), { className });
  let [side, product] = [box("maths-side"), box("maths-product")];
  for (const base of bases) {
    if (!side.isConnected) html.append(side);
    if (!product.isConnected) side.append(product);
    product.append(base);
    const last = [...base.children].findLast((child) => !child.matches(".mspace"));
    const sign = last?.textContent ?? "";
    if (last?.matches(".mrel")) side = box("maths-side");
    if (!last?.matches(".mbin") || !PRODUCT.has(sign)) product = box("maths-product");
  }
}

const FINGER = 24;

/** The marked number that a finger means: the nearest one, since a number in a fraction is smaller than its tip. */
function touched(event: MouseEvent, within: HTMLElement | null): HTMLElement | null {
  if (!within || !(event instanceof PointerEvent) || event.pointerType !== "touch") return null;
  const away = (element: HTMLElement) => {
    const { left, right, top, bottom } = element.getBoundingClientRect();
    const out = (at: number, low: number, high: number) => Math.max(low - at, at - high, 0);
    return Math.hypot(out(event.clientX, left, right), out(event.clientY, top, bottom));
  };
  const found = [...within.querySelectorAll<HTMLElement>("[data-given]")].map((each) => [away(each), each] as const);
  const [nearest] = found.sort(([one], [two]) => one - two);
  return nearest && nearest[0] <= FINGER ? nearest[1] : null;
}

interface Props {
  maths: Mathematics;
  className?: string;
  /** Called when a marked number is chosen: which given of which part, and where it stands. */
  onGiven?: (part: string, given: string, at: DOMRect) => void;
}

/** One formula, set as in print, with its plain text for screen readers. */
export const Maths = memo(function Maths({ maths, className = "", onGiven }: Props) {
  const place = useRef<HTMLSpanElement>(null);
  const [ready, setReady] = useState(renderer !== null);
  const tex = onGiven ? marked(maths) : maths.tex;

  useEffect(() => {
    if (!ready) void fetchMaths().then(() => setReady(true));
  }, [ready]);

  useEffect(() => {
    const element = place.current;
    if (!element || !renderer) return;
    const focused = element.contains(document.activeElement)
      ? (document.activeElement as HTMLElement).dataset.given
      : undefined;
    renderer(tex, element);
    breakWell(element);
    // What can be changed can be reached, so it must not be hidden from those who hear the page.
    if (onGiven) element.querySelector(".katex-html")?.removeAttribute("aria-hidden");
    for (const marked of element.querySelectorAll<HTMLElement>("[data-given]")) {
      if (!onGiven) continue;
      reachable(`given ${marked.dataset.part} ${marked.dataset.given}`)(marked);
      marked.tabIndex = 0;
      marked.setAttribute("role", "button");
      marked.setAttribute("aria-label", `change the ${marked.dataset.given} of ${marked.dataset.part}`);
      if (marked.dataset.given === focused) marked.focus();
    }
  }, [tex, ready, onGiven]);

  const choose = (target: EventTarget, near: HTMLElement | null = null) => {
    const marked = (target as HTMLElement).closest<HTMLElement>("[data-given]") ?? near;
    if (!marked || !onGiven) return false;
    onGiven(marked.dataset.part ?? "", marked.dataset.given ?? "", marked.getBoundingClientRect());
    return true;
  };

  return (
    <span className={`relative ${className}`}>
      <span
        ref={place}
        aria-hidden={onGiven ? undefined : true}
        onClick={(event) => choose(event.target, touched(event.nativeEvent, place.current))}
        onKeyDown={(event) => {
          if ((event.key === "Enter" || event.key === " ") && choose(event.target)) event.preventDefault();
        }}
      >
        {ready ? null : maths.text}
      </span>
      {onGiven ? null : <span className="sr-only">{maths.text}</span>}
    </span>
  );
});
