import { afterEach, describe, expect, it, vi } from "vitest";
import { api, Refused } from "../src/api/client";
import type { Edit, Edited, ProblemDocument } from "../src/api/types";
import { verbsOn } from "../src/document/verbs";
import { pad } from "./documents";

/** A store that does no more than it must, and answers of the server that come when they are let. */
function bench() {
  const state = {
    document: pad(),
    draft: null as ProblemDocument | null,
    commit: (document: ProblemDocument) => void ((state.document = document), (state.draft = null)),
    preview: (draft: ProblemDocument | null) => void (state.draft = draft),
    notice: null as string | null,
    set: (change: { notice: string | null }) => void Object.assign(state, change),
  };
  return { state, ...verbsOn({ getState: () => state }) };
}

const rename = (name: string): Edit => ({ do: "rename-figure", figure: "pad", name });
const titled = (document: ProblemDocument, title: string): ProblemDocument => ({ ...document, title });
const named = (edit: Edit) => ("name" in edit ? String(edit.name) : "");

/** The server: puts the edit's name into the title, so that it is seen what was done on what. */
function serve() {
  const waiting: (() => void)[] = [];
  const spy = vi
    .spyOn(api, "edit")
    .mockImplementation(
      (document, edit) =>
        new Promise<Edited>((resolve) =>
          waiting.push(() =>
            resolve({ document: titled(document, `${document.title} ${named(edit)}`), name: named(edit) }),
          ),
        ),
    );
  const answer = async () => {
    await vi.waitFor(() => expect(waiting.length).toBeGreaterThan(0));
    waiting.shift()?.();
    await new Promise((resolve) => setTimeout(resolve));
  };
  return { spy, answer };
}

afterEach(() => vi.restoreAllMocks());

describe("a verb", () => {
  it("changes the document and tells the name of what was made", async () => {
    const { state, perform } = bench();
    const { answer } = serve();
    const done = perform(rename("a"));
    await answer();
    expect(await done).toEqual({ says: null, name: "a" });
    expect(state.document.title).toBe("Pad a");
  });

  it("is done again on what the document has become meanwhile, so that nothing is lost", async () => {
    const { state, perform } = bench();
    const { answer } = serve();
    const done = perform(rename("a"));
    await new Promise((resolve) => setTimeout(resolve));
    state.document = titled(state.document, "Other");
    await answer();
    await answer();
    await done;
    expect(state.document.title).toBe("Other a");
  });

  it("waits for the one before it", async () => {
    const { state, perform } = bench();
    const { answer } = serve();
    const both = [perform(rename("a")), perform(rename("b"))];
    await answer();
    await answer();
    await Promise.all(both);
    expect(state.document.title).toBe("Pad a b");
  });

  it("that is refused leaves everything as it was and says why", async () => {
    const { state, perform } = bench();
    vi.spyOn(api, "edit").mockRejectedValue(new Refused("“m” already means something", 422));
    const before = state.document;
    expect(await perform(rename("m"))).toEqual({ says: "“m” already means something" });
    expect(state.document).toBe(before);
  });
});

describe("trying a verb out", () => {
  it("asks for one at a time, and then for the newest only", async () => {
    const { state, tryOut } = bench();
    const { spy, answer } = serve();
    void tryOut(rename("a"));
    void tryOut(rename("b"));
    void tryOut(rename("c"));
    await answer();
    await answer();
    expect(spy.mock.calls.map(([, edit]) => named(edit))).toEqual(["a", "c"]);
    expect(state.draft?.title).toBe("Pad c");
    expect(state.document.title).toBe("Pad");
  });

  it("shows nothing any more once it is taken back", async () => {
    const { state, tryOut } = bench();
    const { answer } = serve();
    void tryOut(rename("a"));
    void tryOut(null);
    await answer();
    expect(state.draft).toBeNull();
  });
});
