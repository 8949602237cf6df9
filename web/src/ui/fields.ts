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
export const press = (name: string) => places.get(name)?.click();
