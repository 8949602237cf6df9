import { useState } from "react";
import type { Varied } from "../api/types";
import { Button } from "../ui/Button";

const AT_ONCE = 60;

/** All cases as a table; a row is looked at when it is chosen. */
export function CaseTable({ varied, at, onAt }: { varied: Varied; at: number; onAt: (at: number) => void }) {
  const [wanted, setShown] = useState(AT_ONCE);
  const shown = Math.max(wanted, at + 1);
  return (
    <div className="overflow-x-auto rounded-md border border-edge bg-sheet p-2">
      <table className="w-full border-collapse text-sm" data-testid="cases">
        <thead>
          <tr className="border-b border-rule text-right">
            {varied.letters.map((letter) => (
              <th key={letter} className="p-1 italic">
                {letter}
              </th>
            ))}
            {varied.watched.map((watched, index) => (
              <th key={index} className="p-1">
                {watched.expression}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {varied.cases.slice(0, shown).map((row, index) => (
            <tr
              key={index}
              aria-selected={index === at}
              className={`border-b border-edge text-right ${index === at ? "bg-apricot-wash" : "hover:bg-pine-wash"}`}
              onClick={() => onAt(index)}
            >
              {row.at.map((value, place) => (
                <td key={place} className="p-1">
                  {place === 0 ? (
                    <button type="button" onClick={() => onAt(index)}>
                      {value}
                    </button>
                  ) : (
                    value
                  )}
                </td>
              ))}
              {row.values.map((value, place) => (
                <td key={place} className="p-1" title={value?.exactText ?? row.says ?? ""}>
                  {value?.text ?? "—"}
                </td>
              ))}
              {row.says ? <td className="p-1 text-left text-soft">{row.says}</td> : null}
            </tr>
          ))}
        </tbody>
      </table>
      {shown < varied.cases.length ? (
        <Button className="mt-2" onClick={() => setShown(shown + 10 * AT_ONCE)}>
          Show more of {varied.count} cases
        </Button>
      ) : varied.cases.length < varied.count ? (
        <p className="p-1 text-sm text-soft">… and {varied.count - varied.cases.length} more cases</p>
      ) : null}
    </div>
  );
}
