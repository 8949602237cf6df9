import { useEffect } from "react";
import { useBench, useBenchStore } from "../document/store";

const MOMENT = 6000;

/** What is said for a moment about what was just done. */
export function Notice() {
  const store = useBenchStore();
  const notice = useBench((state) => state.notice);
  useEffect(() => {
    if (notice === null) return;
    const timer = setTimeout(() => store.getState().set({ notice: null }), MOMENT);
    return () => clearTimeout(timer);
  }, [notice, store]);
  return (
    <p
      role="status"
      data-testid="notice"
      className={`pointer-events-none fixed bottom-24 left-4 z-20 rounded-md border border-edge bg-sheet px-3 py-1 text-sm shadow-md no-print ${notice ? "" : "hidden"}`}
    >
      {notice}
    </p>
  );
}
