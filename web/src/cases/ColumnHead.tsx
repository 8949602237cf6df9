import { DropdownMenu } from "radix-ui";
import type { CardMeasure, CaseColumn, Complaint, ProblemDocument } from "../api/types";
import { Maths } from "../ui/Maths";
import { MENU_ITEM } from "../ui/menu";
import { MeasureField } from "../ui/MeasureField";
import { TextInPlace } from "../ui/TextInPlace";
import { changeColumn, withoutColumn } from "./table";
import { plainUnit } from "../ui/units";

interface Props {
  column: CaseColumn;
  measure: CardMeasure | undefined;
  complaints: Complaint[];
  settings: ProblemDocument["settings"];
  figure: number;
  /** Put the rows in the order of this column. */
  onSort: (way: 1 | -1) => void;
  onEdit: (edit: (document: ProblemDocument) => ProblemDocument) => void;
}

export const POWERS: Record<string, string> = { length: "", area: "^2", volume: "^3" };
const LENGTHS = ["mm", "cm", "m", "km", "in", "ft", "yd"];
const ANGLES = ["deg", "rad", "turn"];

/** The unit in which a column is told. */
export function unitOf(
  column: CaseColumn | undefined,
  kind: string | undefined,
  settings: ProblemDocument["settings"],
): string {
  if (column?.unit) return column.unit;
  if (kind === "angle") return settings.angle;
  return kind !== undefined && kind in POWERS ? settings.unit + POWERS[kind] : "";
}

/** A column's name, its unit, and the rule that fills it. */
export function ColumnHead({ column, measure, complaints, settings, figure, onSort, onEdit }: Props) {
  const put = (edit: Partial<CaseColumn>) => onEdit((document) => changeColumn(document, figure, column.name, edit));
  const kind = measure?.kind;
  const unit = unitOf(column, kind, settings);
  const power = kind === undefined ? undefined : POWERS[kind];
  const choices = kind === "angle" ? ANGLES : power === undefined ? [] : LENGTHS.map((length) => length + power);
  const title = column.role === "note" || column.role === "derived" ? column.name : (measure?.title ?? column.name);
  return (
    <div role="columnheader" className="flex min-w-0 flex-col gap-1 border-l border-edge p-1">
      <div className="flex items-start gap-1">
        <span className="grow text-sm leading-tight font-semibold break-words">
          {column.role === "expected" ? <span className="block text-xs font-normal text-pine">expected</span> : null}
          {title} {measure ? <Maths maths={{ tex: measure.symbol, text: "" }} className="text-soft" /> : null}
        </span>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger
            className="rounded px-1 text-soft hover:bg-pine-wash"
            aria-label={`More for the column ${title}`}
          >
            ⋮
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content className="popover p-1!" align="end">
              {column.role === "derived" ? null : (
                <DropdownMenu.Item className={MENU_ITEM} onSelect={() => put({ rule: undefined })}>
                  Drop its rule
                </DropdownMenu.Item>
              )}
              {column.role === "note" ? null : (
                <>
                  <DropdownMenu.Item className={MENU_ITEM} onSelect={() => onSort(1)}>
                    Sort, the least first
                  </DropdownMenu.Item>
                  <DropdownMenu.Item className={MENU_ITEM} onSelect={() => onSort(-1)}>
                    Sort, the greatest first
                  </DropdownMenu.Item>
                </>
              )}
              <DropdownMenu.Item
                className={`${MENU_ITEM} text-alarm`}
                onSelect={() => onEdit((document) => withoutColumn(document, figure, column.name))}
              >
                Remove the column
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </div>
      <span className="mt-auto" />
      {column.role === "derived" ? (
        <TextInPlace
          value={column.unit ?? ""}
          label={`Unit of ${title}`}
          placeholder="its unit"
          className="w-full py-0! text-sm!"
          onCommit={(text) => put({ unit: text.trim() === "" ? undefined : text.trim() })}
        />
      ) : null}
      {choices.length > 0 ? (
        <select
          className="field py-0! text-sm!"
          aria-label={`Unit of ${title}`}
          value={unit}
          onChange={(event) => put({ unit: event.target.value })}
        >
          {(choices.includes(unit) ? choices : [unit, ...choices]).map((choice) => (
            <option key={choice} value={choice}>
              {plainUnit(choice)}
            </option>
          ))}
        </select>
      ) : null}
      {column.role === "note" ? null : (
        <MeasureField
          value={column.rule ?? ""}
          label={`Rule of ${title}`}
          placeholder="rule"
          invalid={complaints.length > 0}
          className="w-full py-0! text-sm!"
          onCommit={(text) => put({ rule: text.trim() === "" ? undefined : text.trim() })}
        />
      )}
      {complaints.map((complaint) => (
        <span key={complaint.says} className="says">
          {complaint.says}
        </span>
      ))}
    </div>
  );
}
