import { useBench, useBenchStore, type Mode } from "../document/store";
import { Button } from "../ui/Button";

const TOOLS: { mode: Mode; name: string; title: string }[] = [
  { mode: "outline", name: "Draw outline", title: "Draw an outline corner by corner (O)" },
  { mode: "cuts", name: "Cut lines", title: "Draw your own cut lines (C)" },
  { mode: "squares", name: "Squares", title: "Count on unit squares and shade (S)" },
];

/** What the pointer does on the board; a second click goes back to moving. */
export function Tools() {
  const store = useBenchStore();
  const mode = useBench((state) => state.mode);
  return (
    <div className="pointer-events-auto flex flex-wrap items-center gap-1.5" role="group" aria-label="Tools">
      {TOOLS.map((tool) => (
        <Button
          key={tool.mode}
          aria-pressed={mode === tool.mode}
          title={tool.title}
          className={mode === tool.mode ? "border-pine! bg-pine! text-white!" : "bg-sheet/95!"}
          onClick={() =>
            store.getState().set({ mode: mode === tool.mode ? "move" : tool.mode, selected: null, why: null })
          }
        >
          {tool.name}
        </Button>
      ))}
    </div>
  );
}
