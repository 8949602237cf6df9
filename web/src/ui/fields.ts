/* Elements that a key or another place of the page goes to, by name. */

const places = new Map<string, HTMLElement>();

/** A ref under which an element can be gone to. */
export const reachable = (name: string) => (element: HTMLElement | null) => {
  if (!element) return;
  places.set(name, element);
  return () => {
    if (places.get(name) === element) places.delete(name);
  };
};

export const goTo = (name: string) => places.get(name)?.focus();
/** Put a text into a field, as if it were typed, and go there. */
export function typeInto(name: string, text: string) {
  const field = places.get(name);
  if (!(field instanceof HTMLInputElement)) return;
  field.focus();
  // React hears of a value only where it is set as the browser does.
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set?.call(field, text);
  field.dispatchEvent(new Event("input", { bubbles: true }));
}
export const press = (name: string) => places.get(name)?.click();
