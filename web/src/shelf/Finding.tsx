import type { LabelCount, Order } from "../api/types";

const ORDERS: [Order, string][] = [
  ["changed", "last changed first"],
  ["created", "newest first"],
  ["title", "by title"],
];

interface Props {
  words: string;
  label: string;
  order: Order;
  labels: LabelCount[];
  onWords: (text: string) => void;
  onLabel: (name: string) => void;
  onOrder: (name: string) => void;
}

/** What is looked for on the shelf: words, a label; and the order. */
export function Finding({ words, label, order, labels, onWords, onLabel, onOrder }: Props) {
  return (
    <div className="mb-4 flex flex-wrap items-center gap-x-3 gap-y-2">
      <input
        type="search"
        className="field w-72 max-w-full"
        aria-label="Find a problem"
        placeholder="Find by title, words or label"
        maxLength={200}
        value={words}
        onChange={(event) => onWords(event.target.value)}
      />
      <select
        className="field"
        aria-label="In which order"
        value={order}
        onChange={(event) => onOrder(event.target.value)}
      >
        {ORDERS.map(([name, text]) => (
          <option key={name} value={name}>
            {text}
          </option>
        ))}
      </select>
      {labels.length > 0 ? (
        <div role="group" aria-label="Labels" className="flex flex-wrap gap-1.5">
          {labels.map(({ name, count }) => (
            <button
              key={name}
              type="button"
              aria-pressed={name === label}
              className={`slant min-h-7 rounded border px-2 text-sm ${name === label ? "border-pine bg-pine text-white" : "border-rule bg-sheet hover:bg-pine-wash"}`}
              onClick={() => onLabel(name === label ? "" : name)}
            >
              <span className="unslant inline-block max-w-48 truncate align-bottom">{name}</span>{" "}
              <span className={`unslant inline-block ${name === label ? "" : "text-soft"}`}>{count}</span>
            </button>
          ))}
        </div>
      ) : null}
    </div>
  );
}
