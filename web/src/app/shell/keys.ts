import { ApplicationRef, DestroyRef, inject, Injectable, signal } from '@angular/core';

/** A key of a screen: what it is called on the `?` list, and what it does. */
export interface Binding {
  readonly say: string;
  readonly run: () => void;
}
/** By `event.key`, with `Shift+` before it where Shift is meant: `Shift+Space`. A letter works in either case. */
export type Bindings = Readonly<Record<string, Binding>>;

const TYPING =
  'input, textarea, select, [contenteditable], [role="combobox"], [role="listbox"], [role="dialog"], .p-drawer, [role="spinbutton"]';
const MODAL = '.p-drawer, .p-dialog';
const PRESSABLE = 'button, a, [role="button"], [role="option"], [role="radio"], [role="checkbox"], summary';

/** The keyboard of whole screens. A screen binds its keys while it is there; the last to bind is asked first. */
@Injectable({ providedIn: 'root' })
export class Keys {
  private readonly app = inject(ApplicationRef);
  private readonly layers = signal<readonly Bindings[]>([]);
  /** Everything bound now, for the `?` list; the innermost first. */
  readonly bound = this.layers.asReadonly();

  constructor() {
    document.addEventListener('keydown', (event) => this.press(event));
    // A button pressed by thumb or mouse must not keep the next Space for itself.
    document.addEventListener('click', (event) => {
      const target = event.target instanceof Element ? event.target.closest<HTMLElement>('button, a') : null;
      if (event.detail > 0 && target && !target.closest('[role="dialog"], .p-drawer, .p-select, .p-autocomplete, .p-datepicker'))
        target.blur();
    });
  }

  /** Binds keys until the component that calls it goes away. Call it in a constructor or field. */
  bind(bindings: Bindings): void {
    this.layers.update((layers) => [bindings, ...layers]);
    inject(DestroyRef).onDestroy(() => this.layers.update((layers) => layers.filter((one) => one !== bindings)));
  }

  private press(event: KeyboardEvent): void {
    if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
    // Esc closes the dialog or drawer that is open, wherever the focus went, and nothing else.
    if (event.key === 'Escape' && document.querySelector(MODAL)) return;
    const target = event.target instanceof Element ? event.target : null;
    if (event.key !== 'Escape' && target?.closest(TYPING)) return;
    if (event.key === 'Escape' && target?.closest('[role="dialog"], .p-autocomplete-overlay, [aria-expanded="true"]')) return;
    const name = nameOf(event);
    if ((name === 'Space' || name === 'Enter') && target?.closest(PRESSABLE)) return;
    for (const layer of this.layers()) {
      const binding = layer[name];
      if (!binding) continue;
      event.preventDefault();
      binding.run();
      // Quick fingers, or a scanner, press again before the next frame: that key must see what this one did.
      this.app.tick();
      return;
    }
  }
}

function nameOf({ key, shiftKey }: KeyboardEvent): string {
  const name = key === ' ' ? 'Space' : key.length === 1 ? key.toUpperCase() : key;
  // Signs such as '?' are typed with Shift on many layouts; only keys that have no sign of their own carry it.
  return shiftKey && (name.length > 1 || /[A-Z]/.test(name)) ? `Shift+${name}` : name;
}
