import { Directive, effect, inject, Injectable, input, untracked } from '@angular/core';
import { Dialog } from 'primeng/dialog';

const FIELDS = 'input:not([type="hidden"]):not([type="file"]), textarea, select';
const PRESSABLE = 'button, a[href], [tabindex]:not([tabindex="-1"])';
const BOXES = '.p-drawer, .p-dialog';

interface Open {
  /** What had the focus when it opened. */
  readonly opener: HTMLElement | null;
}

/**
 * Drawers and dialogs that are open, the topmost last: the focus lies in it, and no key reaches what is
 * behind.
 */
@Injectable({ providedIn: 'root' })
export class Modals {
  private open: readonly Open[] = [];

  get any(): boolean {
    return this.open.length > 0;
  }

  opened(): Open {
    const active = document.activeElement;
    const one = { opener: active instanceof HTMLElement && active !== document.body ? active : null };
    this.open = [...this.open, one];
    return one;
  }

  /** The focus goes back to where it was; where that is gone, to nobody, so that the screen's keys work. */
  closed(one: Open): void {
    if (!this.open.includes(one)) return;
    this.open = this.open.filter((other) => other !== one);
    const { opener } = one;
    if (opener?.isConnected) opener.focus({ preventScroll: true });
    else if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
  }

  /** True when the focus lies in the topmost box. */
  holdsFocus(): boolean {
    return topBox()?.contains(document.activeElement) ?? false;
  }

  /** To the first field of the topmost box, else to the first thing one presses there, else to the box. */
  takeFocus(): void {
    const box = topBox();
    if (!box || box.contains(document.activeElement)) return;
    const content = box.querySelector<HTMLElement>('.p-drawer-content, .p-dialog-content') ?? box;
    const shown = (selector: string) =>
      [...content.querySelectorAll<HTMLElement>(selector)].find((one) => !one.hasAttribute('disabled'));
    const first = shown(FIELDS) ?? shown(PRESSABLE) ?? box;
    if (first === box) box.tabIndex = -1;
    first.focus();
  }
}

const topBox = (): HTMLElement | null => [...document.querySelectorAll<HTMLElement>(BOXES)].at(-1) ?? null;

/**
 * Takes the focus into a drawer or dialog as it opens, and back where it was as it goes. Import it where one
 * stands in a template.
 */
@Directive({ selector: 'p-drawer, p-dialog' })
export class HoldsFocus {
  readonly visible = input(false);
  private readonly modals = inject(Modals);
  private held: Open | null = null;

  constructor() {
    // PrimeNG would move the focus once more when its dialog has stopped moving: by then hands are further
    // on.
    const dialog = inject(Dialog, { optional: true, self: true });
    if (dialog) dialog.focusOnShow = false;
    effect((cleanUp) => {
      if (!this.visible()) return untracked(() => this.leave());
      this.held = untracked(() => this.modals.opened());
      // PrimeNG draws the box a moment after it is told to show it.
      const tries = [0, 30, 80, 160, 320].map((after) =>
        setTimeout(() => this.held && this.modals.takeFocus(), after),
      );
      cleanUp(() => {
        tries.forEach(clearTimeout);
        this.leave();
      });
    });
  }

  private leave(): void {
    if (this.held) this.modals.closed(this.held);
    this.held = null;
  }
}
