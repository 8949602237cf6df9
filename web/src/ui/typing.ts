/** Whether a key goes into a field. A slider or a tick box takes none. */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement && ["range", "checkbox", "radio"].includes(target.type)) return false;
  return target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName);
}

let awaited = 0;

/** Keys are no shortcuts until a field that is on its way is there: whoever asked for it is typing already. */
export async function beforeTyping<T>(field: Promise<T>): Promise<T> {
  awaited += 1;
  try {
    return await field;
  } finally {
    requestAnimationFrame(() => requestAnimationFrame(() => (awaited -= 1)));
  }
}

export const awaitsTyping = (): boolean => awaited > 0;
