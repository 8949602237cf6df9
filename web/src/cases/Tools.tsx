import { DropdownMenu } from "radix-ui";
import { useRef } from "react";
import { api } from "../api/client";
import type { CaseColumn, ProblemDocument, SheetRow } from "../api/types";
import { Button } from "../ui/Button";
import { save } from "../ui/save";
import { MENU_ITEM } from "../ui/menu";
import { exampleTable, freeName, freshTable, measureOf, untouched, withColumn, withRows } from "./table";
import type { Worked } from "./useCases";
import { changeFigure, figureAt } from "../document/figures";

interface Props {
  row: SheetRow;
  document: ProblemDocument;
  figure: number;
  columns: CaseColumn[];
  count: number;
  worked: Worked & { stop: () => void; again: () => void };
  plot: boolean;
  notes: string[];
  onNotes: (notes: string[]) => void;
  onPlot: () => void;
  onEdit: (edit: (document: ProblemDocument) => ProblemDocument) => void;
  onText: (text: string) => void;
}

const FORMS = [
  { name: "With commas and points", delimiter: "comma", decimal: false },
  { name: "With semicolons and decimal commas", delimiter: "semicolon", decimal: true },
  { name: "With tabs and points", delimiter: "tab", decimal: false },
];
const MAX_FILE = 5_000_000;

/** What a fresh reckoned column holds: the last two quantities, one over the other. */
const derivedRule = (measures: { name: string }[]) =>
  measures
    .slice(-2)
    .reverse()
    .map(({ name }) => name)
    .join(" / ");

/** What can be done with a whole table. */
export function Tools({
  row,
  document: document_,
  figure,
  columns,
  count,
  worked,
  plot,
  notes,
  onNotes,
  onPlot,
  onEdit,
  onText,
}: Props) {
  const chooser = useRef<HTMLInputElement>(null);
  const missing = row.measures.filter(
    (measure) =>
      measure.same === "" && !columns.some((column) => column.role === "given" && measureOf(column) === measure.name),
  );
  const main = row.measures.filter((measure) => !measure.further && measure.same === "");
  const name = document_.figures[figure]?.name ?? "";
  const write = async (delimiter: string, decimal: boolean) => {
    try {
      const text = await api.writeTable(document_, name, delimiter, decimal);
      save(text, `${name}.csv`, "text/csv;charset=utf-8");
    } catch (error) {
      onNotes([error instanceof Error ? error.message : String(error)]);
    }
  };
  const add = (column: CaseColumn) => onEdit((document) => withColumn(document, figure, column));
  return (
    <div className="flex flex-wrap items-center gap-2 border-b border-edge px-3 py-1.5 no-print">
      <Button onClick={() => onEdit((document) => withRows(document, figure, 1))}>Add a case</Button>
      <Button look="quiet" onClick={() => onEdit((document) => withRows(document, figure, 10))}>
        Add ten
      </Button>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button>Add a column</Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="popover max-h-[70vh] overflow-y-auto p-1!" align="start">
            {missing.map((measure) => (
              <DropdownMenu.Item
                key={measure.name}
                className={MENU_ITEM}
                onSelect={() => add({ name: measure.name, role: "given" })}
              >
                {measure.title}
              </DropdownMenu.Item>
            ))}
            {main.map((measure) => (
              <DropdownMenu.Item
                key={`expected ${measure.name}`}
                className={MENU_ITEM}
                onSelect={() =>
                  add({ name: freeName(`expected_${measure.name}`, columns), role: "expected", of: measure.name })
                }
              >
                Expected {measure.title}
              </DropdownMenu.Item>
            ))}
            <DropdownMenu.Item
              className={MENU_ITEM}
              onSelect={() => add({ name: freeName("ratio", columns), role: "derived", rule: derivedRule(main) })}
            >
              Reckoned from others …
            </DropdownMenu.Item>
            <DropdownMenu.Item
              className={MENU_ITEM}
              onSelect={() => add({ name: freeName("note", columns), role: "note" })}
            >
              A note
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <Button onClick={() => chooser.current?.click()}>Open CSV</Button>
      <input
        ref={chooser}
        type="file"
        accept=".csv,.tsv,.txt,text/csv"
        aria-label="Open a table"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (!file) return;
          if (file.size > MAX_FILE) onNotes(["the file is larger than 5 MB, the most a table may have"]);
          else void file.text().then(onText);
        }}
      />
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button>Download CSV</Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="popover p-1!" align="start">
            {FORMS.map((form) => (
              <DropdownMenu.Item
                key={form.delimiter}
                className={MENU_ITEM}
                onSelect={() => void write(form.delimiter, form.decimal)}
              >
                {form.name}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <Button aria-pressed={plot} look={plot ? "solid" : "plain"} onClick={onPlot}>
        Plot
      </Button>
      <Button
        look="quiet"
        onClick={() =>
          onEdit((document) => changeFigure("cases", document, figure, (f) => ({ ...f, ...freshTable(row.measures) })))
        }
      >
        Clear all
      </Button>
      <span className="grow text-right text-xs text-soft" role="status">
        {worked.progress !== null ? (
          <>
            {worked.progress} of {count} cases worked out …{" "}
            <button type="button" className="text-pine underline" onClick={worked.stop}>
              stop
            </button>
          </>
        ) : worked.stopped ? (
          <>
            stopped.{" "}
            <button type="button" className="text-pine underline" onClick={worked.again}>
              go on
            </button>
          </>
        ) : untouched(columns, figureAt("cases", document_, figure)?.rows ?? []) ? (
          <>
            Nothing is known yet: type into any cell, paste a table, or{" "}
            <button
              type="button"
              className="font-semibold text-pine underline"
              onClick={() => onEdit((document) => exampleTable(document, figure, row.starting, row.measures))}
            >
              try an example
            </button>
            .
          </>
        ) : (
          (worked.fault ?? "Type or paste into any cell. A rule fills a column: from 20 by 5, or 2 radius.")
        )}
      </span>
      {notes.length > 0 ? (
        <p className="basis-full text-sm" role="status">
          {notes.join("; ")}.{" "}
          <button type="button" className="text-pine underline" onClick={() => onNotes([])}>
            good
          </button>
        </p>
      ) : null}
    </div>
  );
}
