import { reachable } from "./fields";
import { useInPlace } from "./useInPlace";

interface Props {
  value: string;
  label: string;
  placeholder?: string;
  invalid?: boolean;
  className?: string;
  /** In which unit a bare number is taken. */
  unit?: string;
  /** The name under which a key goes to it. */
  place?: string;
  /** Called with the new text; answers with a sentence where it is refused. */
  onCommit: (text: string) => unknown;
  /** Called when the field is left, or what was typed in it was taken. */
  onDone?: () => void;
}

/** Whether a text is a number without a unit. */
export const isBare = (text: string): boolean => /^\s*-?\d+([.,]\d+)?\s*$/.test(text);

/** A field that takes effect on Enter or when it is left, and goes back on Escape. */
export function TextInPlace({
  value,
  label,
  placeholder,
  invalid,
  className = "",
  unit = "",
  place,
  onCommit,
  onDone,
}: Props) {
  const { text, setText, says, commit, back, entered } = useInPlace(value, onCommit, onDone);
  return (
    <>
      <input
        ref={place === undefined ? undefined : reachable(place)}
        className={`field ${className}`}
        aria-label={label}
        title={label}
        placeholder={placeholder}
        aria-invalid={invalid || says !== undefined}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onFocus={entered}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === "Enter") commit();
          if (event.key === "Escape") back(event.currentTarget);
        }}
      />
      {unit && isBare(text) ? (
        <span aria-hidden className="-ml-1 text-xs text-soft" data-testid={`unit of ${label}`}>
          {unit}
        </span>
      ) : null}
      {says ? <span className="says basis-full">{says}</span> : null}
    </>
  );
}
