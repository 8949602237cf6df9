import type { Ratio } from "../api/types";
import { Maths } from "./Maths";

/** A share as a fraction, with the common factor taken out where there is one. */
export function Fraction({ ratio: { count, factor, lowest } }: { ratio: Ratio }) {
  if (!count) return lowest ? <Maths maths={lowest} /> : null;
  return (
    <>
      {count.above} of {count.below} {count.of}:{" "}
      <Maths
        maths={{ tex: String.raw`\frac{${count.above}}{${count.below}}`, text: `${count.above}/${count.below}` }}
      />
      {factor && factor > 1 && lowest ? (
        <>
          {" = "}
          <Maths
            maths={{
              tex: String.raw`\frac{${count.above} \div ${factor}}{${count.below} \div ${factor}} = ${lowest.tex}`,
              text: `(${count.above} ÷ ${factor})/(${count.below} ÷ ${factor}) = ${lowest.text}`,
            }}
          />
          <span className="text-sm text-soft"> (common factor {factor})</span>
        </>
      ) : (
        <span className="text-sm text-soft"> in lowest terms</span>
      )}
    </>
  );
}

/** A share of the whole turn in one line: the fraction and the percentage. */
export function ShareOfTurn({ ratio }: { ratio: Ratio }) {
  return (
    <span data-testid="share of the turn">
      <Fraction ratio={ratio} /> {ratio.exactly ? "=" : "≈"} {ratio.percent} % of a turn
    </span>
  );
}
