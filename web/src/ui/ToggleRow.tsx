import { ToggleGroup } from "radix-ui";

interface Props<T extends string> {
  label: string;
  value: T;
  options: Partial<Record<T, string>>;
  onChange: (value: T) => void;
}

/** A few choices of which one holds. */
export function ToggleRow<T extends string>({ label, value, options, onChange }: Props<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      value={value}
      aria-label={label}
      className="inline-flex overflow-hidden rounded-md border border-rule"
      onValueChange={(next) => next && onChange(next as T)}
    >
      {Object.entries(options).map(([name, title]) => (
        <ToggleGroup.Item
          key={name}
          value={name}
          className="px-2 py-0.5 text-sm data-[state=on]:bg-pine data-[state=on]:font-semibold data-[state=on]:text-white"
        >
          {title as string}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
