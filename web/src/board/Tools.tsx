import { useBench, useBenchStore, type BenchStore, type Mode } from "../document/store";
import { Button } from "../ui/Button";

const TOOLS: { mode: Mode; name: string; title: string }[] = [
  { mode: "outline", name: "Draw outline", title: "Draw an outline corner by corner (O)" },
  { mode: "cuts", name: "Cut lines", title: "Draw your own cut lines (C)" },
  { mode: "squares", name: "Squares", title: "Count on unit squares and shade (S)" },
];

/** Take a tool, or lay it down. While squares are counted a showing may go on. */
export function toggleTool(store: BenchStore, tool: Mode) {
  const { mode, set } = store.getState();
  set({ mode: mode === tool ? "move" : tool, selected: null, ...(tool === "squares" ? {} : { why: null }) });
}

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
          onClick={() => toggleTool(store, tool.mode)}
        >
          {tool.name}
        </Button>
      ))}
    </div>
  );
}
