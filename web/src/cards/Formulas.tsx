import type { SheetRow } from "../api/types";
import { large, Maths } from "../ui/Maths";

/** Every relation of a figure in all its rearrangements, the familiar form first. */
export function Formulas({ row, dense = false }: { row: SheetRow; dense?: boolean }) {
  return (
    <ul className={`flex flex-col ${dense ? "gap-1.5" : "gap-3 p-1"}`} aria-label="Formulas">
      {row.formulas.map((relation, index) => (
        <li key={index} className="break-inside-avoid">
          <p className="text-xs text-soft">{relation.source}</p>
          <div className={`flex flex-wrap items-center ${dense ? "gap-x-5 gap-y-1" : "gap-x-7 gap-y-2"}`}>
            {relation.forms.map((form, place) => (
              <span key={form.quantity} className={place === 0 ? "font-semibold" : ""}>
                <Maths maths={large(form)} />
                {form.second ? (
                  <>
                    <span className="mx-2 text-xs text-soft">or</span>
                    <Maths maths={large(form.second)} />
                  </>
                ) : null}
              </span>
            ))}
          </div>
        </li>
      ))}
      {row.faces.length > 0 ? (
        <li className="break-inside-avoid">
          <p className="text-xs text-soft">its faces, as plane figures</p>
          <ul aria-label="Faces">
            {row.faces.map((face) => (
              <li key={face.name} className="flex flex-wrap items-baseline gap-x-2">
                <span className="text-sm">{face.name}:</span>
                {face.times.text === "1" ? null : (
                  <span>
                    <Maths maths={face.times} /> ×
                  </span>
                )}
                <span className="text-sm">
                  {face.figure.toLowerCase()}
                  {face.unrolled ? ", unrolled," : ","}
                </span>
                {face.givens.map((given) => (
                  <Maths key={given.text} maths={given} />
                ))}
              </li>
            ))}
          </ul>
        </li>
      ) : null}
    </ul>
  );
}
