import type { Typing } from "../api/types";

const COLOURS = ["text-pine", "text-ember", "text-plum"];

interface Props {
  text: string;
  brackets: Typing["brackets"];
  caret: number;
  /** How far the text in the field has moved to the left. */
  moved: number;
}

/** The brackets of a field in colours, laid over its text: a pair in one, the pair at the caret boxed, one without its other half marked. */
export function Brackets({ text, brackets, caret, moved }: Props) {
  const at = brackets.find((bracket) => bracket.at === caret - 1) ?? brackets.find((bracket) => bracket.at === caret);
  const pair = at && at.other !== null ? [at.at, at.other] : [];
  const ends = [...brackets.map((bracket) => bracket.at), text.length];
  return (
    <span
      aria-hidden
      className="field pointer-events-none absolute inset-0 overflow-hidden border-transparent! bg-transparent! whitespace-pre text-transparent"
    >
      <span className="inline-block" style={{ transform: `translateX(${-moved}px)` }}>
        {text.slice(0, ends[0])}
        {brackets.map((bracket, index) => (
          <span key={bracket.at}>
            <span
              data-bracket={bracket.at}
              data-alone={bracket.other === null || undefined}
              className={`[-webkit-text-stroke:0.6px] ${
                bracket.other === null
                  ? "bg-alarm-wash text-alarm underline decoration-wavy"
                  : (COLOURS[bracket.depth % COLOURS.length] ?? "")
              } ${pair.includes(bracket.at) ? "rounded-xs bg-apricot-wash outline-1 outline-apricot" : ""}`}
            >
              {text[bracket.at]}
            </span>
            {text.slice(bracket.at + 1, ends[index + 1])}
          </span>
        ))}
      </span>
    </span>
  );
}
