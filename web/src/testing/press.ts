/**
 * Presses a key with no field in focus. A sign acts once a breath has passed without another: the key after
 * it, which is bound nowhere, stands for the breath.
 */
export function pressKey(key: string, init: KeyboardEventInit = {}): void {
  const down = (one: string, more: KeyboardEventInit = {}) =>
    document.body.dispatchEvent(
      new KeyboardEvent('keydown', { key: one, bubbles: true, cancelable: true, ...more }),
    );
  down(key, init);
  if (key.length === 1 && key !== ' ') down('F13');
}
