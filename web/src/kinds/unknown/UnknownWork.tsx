import { useBench } from "../../document/store";
import type { WorkProps } from "../kind";

export default function UnknownWork({ figure, worked }: WorkProps) {
  const shown = useBench((state) => state.document.figures[figure]);
  const faults = (worked.results?.complaints ?? []).filter((complaint) =>
    complaint.where.startsWith(`figures.${shown?.name}`),
  );
  return (
    <main className="grow p-6">
      <p className="text-base">
        “{shown?.name}” is of the kind “{shown?.kind}”, which this version doesn't know. It is kept as it is.
      </p>
      {faults.map((fault) => (
        <p key={fault.says} className="says">
          {fault.says}
        </p>
      ))}
    </main>
  );
}
