// @vitest-environment jsdom
import { act } from "react";
import { createRoot, type Root } from "react-dom/client";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api, Refused } from "../src/api/client";
import type { Opened, ProblemDocument, Results } from "../src/api/types";
import { BenchContext, createBenchStore, remember } from "../src/document/store";
import { useResults, type Worked } from "../src/document/useResults";
import { useSaving } from "../src/document/useSaving";
import { pad } from "./documents";

(globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;

const opened = (document = pad()): Opened => ({ id: 7, version: 3, changed: "2026-01-01T00:00:00Z", document });
const titled = (title: string): ProblemDocument => ({ ...pad(), title });

let root: Root;
beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  root = createRoot(document.createElement("div"));
});
afterEach(() => {
  act(() => root.unmount());
  vi.useRealTimers();
  vi.restoreAllMocks();
});

describe("saving by itself", () => {
  let told: ReturnType<typeof useSaving>;
  function Saver({ of, from }: { of: ProblemDocument; from: Opened }) {
    told = useSaving(from, of);
    return null;
  }
  const from = opened();
  const show = (of: ProblemDocument) => act(() => root.render(<Saver of={of} from={from} />));
  const wait = (milliseconds: number) => act(() => vi.advanceTimersByTimeAsync(milliseconds));

  it("waits for a pause, then saves the newest to the version it was made to", async () => {
    const save = vi
      .spyOn(api, "save")
      .mockImplementation((_, version, document) => Promise.resolve({ ...opened(document), version: version + 1 }));
    await show(from.document);
    await wait(1000);
    expect(save).not.toHaveBeenCalled();
    await show(titled("one"));
    await wait(200);
    const two = titled("two");
    await show(two);
    await wait(500);
    expect(save.mock.calls.map((call) => call.slice(0, 3))).toEqual([[7, 3, two]]);
    expect(told.saving.state).toBe("saved");
    await show(titled("three"));
    await wait(500);
    expect(save.mock.lastCall?.[1]).toBe(4);
  });

  it("stops at a conflict until the person has chosen", async () => {
    const theirs = { ...opened(titled("theirs")), version: 9 };
    const save = vi.spyOn(api, "save").mockRejectedValueOnce(new Refused("changed elsewhere", 409, theirs));
    await show(titled("mine"));
    await wait(500);
    expect(told.saving).toEqual({ state: "conflict", current: theirs });
    const mine = titled("mine, more");
    await show(mine);
    await wait(5000);
    expect(save).toHaveBeenCalledTimes(1);
    save.mockResolvedValueOnce({ ...opened(mine), version: 10 });
    await act(async () => told.settle(theirs, true));
    await wait(10);
    expect(save.mock.lastCall?.slice(0, 3)).toEqual([7, 9, mine]);
    expect(told.saving.state).toBe("saved");
  });

  it("takes the other's work without saving anything", async () => {
    const theirs = { ...opened(titled("theirs")), version: 9 };
    const save = vi.spyOn(api, "save").mockRejectedValueOnce(new Refused("changed elsewhere", 409, theirs));
    await show(titled("mine"));
    await wait(500);
    await act(async () => told.settle(theirs, false));
    await show(theirs.document);
    await wait(5000);
    expect(save).toHaveBeenCalledTimes(1);
    expect(told.saving.state).toBe("saved");
  });

  it("tries again when the server was away, and not when it has refused", async () => {
    const save = vi.spyOn(api, "save").mockRejectedValueOnce(new Refused("the server can't be reached", 0));
    save.mockResolvedValueOnce({ ...opened(), version: 4 });
    await show(titled("one"));
    await wait(500);
    expect(told.saving).toMatchObject({ state: "failed", says: "the server can't be reached" });
    await wait(3100);
    expect(told.saving.state).toBe("saved");
    save.mockRejectedValue(new Refused("the problem has 501 parts", 422));
    await show(titled("two"));
    await wait(10_000);
    expect(save).toHaveBeenCalledTimes(3);
    expect(told.saving).toMatchObject({ state: "failed", says: "the problem has 501 parts" });
    await show(save.mock.calls[1]![2]); // taken back to what is stored
    await wait(10);
    expect(told.saving.state).toBe("saved");
  });

  it("sends a last save when the page goes away", async () => {
    const save = vi.spyOn(api, "save").mockResolvedValue({ ...opened(), version: 4 });
    const late = titled("late");
    await show(late);
    window.dispatchEvent(new Event("pagehide"));
    expect(save.mock.calls).toEqual([[7, 3, late, true]]);
  });
});

describe("history", () => {
  it("goes back and forth through documents, not through what is only being dragged", () => {
    const store = createBenchStore(7, opened().document);
    store.getState().preview(titled("dragged"));
    store.getState().commit(titled("one"));
    store.getState().set({ selected: "slab", measure: "perimeter" });
    store.getState().commit(titled("two"));
    store.temporal.getState().undo();
    expect(store.getState().document.title).toBe("one");
    store.temporal.getState().undo();
    expect(store.getState().document.title).toBe("Pad");
    expect(store.temporal.getState().pastStates).toHaveLength(0);
    store.temporal.getState().redo();
    expect(store.getState()).toMatchObject({ document: { title: "one" }, selected: "slab", draft: null });
  });

  it("takes no step for a change that changes nothing", () => {
    const store = createBenchStore(7, opened().document);
    store.getState().commit(structuredClone(store.getState().document));
    expect(store.temporal.getState().pastStates).toHaveLength(0);
  });

  it("is there after a reload, but only with the document it belongs to", () => {
    const store = createBenchStore(7, opened().document);
    store.getState().commit(titled("one"));
    remember(7, store);
    const again = createBenchStore(7, titled("one"));
    again.temporal.getState().undo();
    expect(again.getState().document.title).toBe("Pad");
    expect(createBenchStore(7, titled("changed elsewhere")).temporal.getState().pastStates).toHaveLength(0);
    localStorage.setItem("tilt-grid.history.7", "{ broken");
    expect(createBenchStore(7, opened().document).temporal.getState().pastStates).toHaveLength(0);
  });

  it("lets the oldest steps go when it grows too large", () => {
    const store = createBenchStore(7, opened().document);
    for (let i = 0; i < 60; i += 1) store.getState().commit({ ...titled(`t${i}`), statement: "x".repeat(50_000) });
    remember(7, store);
    const text = localStorage.getItem("tilt-grid.history.7") ?? "";
    expect(text.length).toBeLessThan(2_100_000);
    expect((JSON.parse(text) as { past: unknown[] }).past.length).toBeGreaterThan(10);
  });
});

describe("results", () => {
  it("asks once at a time, always for the newest, and keeps the last good figure", async () => {
    const asked: string[] = [];
    const answers: ((results: Results) => void)[] = [];
    vi.spyOn(api, "evaluate").mockImplementation((document) => {
      asked.push(document.title);
      return new Promise((resolve) => answers.push(resolve));
    });
    const whole = (area: string): Results =>
      ({
        title: "",
        asks: [],
        lines: {},
        complaints: [],
        figures: { pad: { quantities: {}, parts: {}, drawing: null, tallies: { area: { measure: area } } } },
      }) as unknown as Results;
    const faulty = { ...whole(""), figures: { pad: { quantities: {}, parts: {}, drawing: null, tallies: {} } }, complaints: [{ where: "figures.pad.parts.slab", code: "x", says: "x", level: "error", position: null }] } as unknown as Results; // prettier-ignore
    const store = createBenchStore(7, opened().document);
    let worked: Worked | undefined;
    function Reader() {
      worked = useResults();
      return null;
    }
    await act(() => root.render(<BenchContext value={store}><Reader /></BenchContext>)); // prettier-ignore
    await act(async () => ["one", "two", "three"].forEach((title) => store.getState().preview(titled(title))));
    expect(asked).toEqual(["Pad"]);
    await act(async () => answers[0]!(whole("first")));
    expect(asked).toEqual(["Pad", "three"]);
    await act(async () => answers[1]!(faulty));
    expect(worked?.results?.complaints).toHaveLength(1);
    expect(worked?.good.pad?.tallies.area?.measure).toBe("first");
    expect(asked).toHaveLength(2);
  });
});
