import { DestroyRef, inject } from '@angular/core';

/** Keeps the screen on while the component that calls it is there; where a browser cannot, it is as ever. */
export function keepAwake(): void {
  if (!('wakeLock' in navigator)) return;
  let lock: WakeLockSentinel | null = null;
  let over = false;
  const hold = (): void => {
    if (document.visibilityState !== 'visible' || over) return;
    navigator.wakeLock.request('screen').then(
      (held) => {
        lock = held;
        if (over) void held.release();
      },
      // Refused on an empty battery: the screen goes off as it always does.
      () => undefined,
    );
  };
  hold();
  // A browser lets go of it when the page is hidden.
  document.addEventListener('visibilitychange', hold);
  inject(DestroyRef).onDestroy(() => {
    over = true;
    document.removeEventListener('visibilitychange', hold);
    void lock?.release();
  });
}
