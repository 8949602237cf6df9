// @vitest-environment jsdom
import { act } from "react";
import { createRoot, type Root } from "react-dom/client";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ErrorBoundary } from "../src/ui/ErrorBoundary";

(globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;

let broken = true;
function Fragile() {
  if (broken) throw new Error("no such corner");
  return <p>a picture</p>;
}

let root: Root;
let place: HTMLElement;
beforeEach(() => {
  broken = true;
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  place = document.createElement("div");
  document.body.append(place);
  root = createRoot(place);
});
afterEach(() => {
  act(() => root.unmount());
  place.remove();
  vi.restoreAllMocks();
});

const show = (of: unknown) =>
  act(() =>
    root.render(
      <>
        <p>the rest</p>
        <ErrorBoundary what="“pad”" of={of}>
          <Fragile />
        </ErrorBoundary>
      </>,
    ),
  );

describe("a mistake while something is shown", () => {
  it("leaves the rest of the page and says what can't be shown", () => {
    show(1);
    expect(place.textContent).toContain("the rest");
    expect(place.querySelector("[role=alert]")?.textContent).toContain("“pad” can't be shown");
    expect(place.textContent).toContain("no such corner");
  });

  it("is over when another document is shown, or on demand", () => {
    show(1);
    broken = false;
    show(2);
    expect(place.textContent).toContain("a picture");
    broken = true;
    show(3);
    broken = false;
    act(() => place.querySelector("button")?.click());
    expect(place.textContent).toContain("a picture");
  });
});
