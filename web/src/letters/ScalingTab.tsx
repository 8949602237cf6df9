import { api } from "../api/client";
import { useBench } from "../document/store";
import { useAsked } from "./useAsked";

/** The factor on each measure when all lengths are doubled, and when one letter is. */
export function ScalingTab() {
  const document = useBench((state) => state.document);
  const { answer, fault } = useAsked(document, () => api.scaling(document));
  if (fault) return <p className="says p-4">{fault}</p>;
  if (!answer) return <p className="p-4 text-soft">One moment …</p>;
  return (
    <table className="mx-auto my-4 border-collapse bg-sheet" data-testid="scaling">
      <caption className="p-2 text-left text-soft">
        What is doubled, and by what each measure is multiplied then
      </caption>
      <thead>
        <tr className="border-b border-rule text-left">
          <th className="p-2">measure</th>
          <th className="p-2">all lengths</th>
          {answer.letters.map((letter) => (
            <th key={letter} className="p-2">
              only <i>{letter}</i>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {answer.measures.map((row) => (
          <tr key={row.measure} className="border-b border-edge">
            <th className="p-2 text-left font-normal">{row.measure}</th>
            <td className="p-2 font-semibold">× {row.allLengths.text}</td>
            {row.letters.map((factor, at) => (
              <td key={at} className={`p-2 ${factor?.always ? "font-semibold" : "text-soft"}`}>
                {factor ? `× ${factor.text}` : "—"}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={2 + answer.letters.length} className="p-2 text-sm text-soft">
            ≈ holds for what the letters stand for now; the others hold always.
          </td>
        </tr>
      </tfoot>
    </table>
  );
}
