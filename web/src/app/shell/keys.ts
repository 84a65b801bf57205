import { ApplicationRef, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { Modals } from './modals';
import { Scans } from './scans';
import { BREATH_MS, TypedRun } from './typed-run';

/** A key of a screen: what it is called on the `?` list, and what it does. */
export interface Binding {
  readonly say: string;
  readonly run: () => void;
}
/**
 * By `event.key`, with `Shift+` or `Ctrl+` before it where that is meant: `Shift+Space`, `Ctrl+Z`. A letter
 * works in either case. What undoes or leaves carries its modifier, so that no word and no scanner can do it.
 */
export type Bindings = Readonly<Record<string, Binding>>;

const TYPING =
  'input, textarea, select, [contenteditable], [role="combobox"], [role="listbox"], [role="dialog"], .p-drawer, [role="spinbutton"]';
const PRESSABLE = 'button, a, [role="button"], [role="option"], [role="radio"], [role="checkbox"], summary';
const OVERLAY = '[role="dialog"], .p-autocomplete-overlay, [aria-expanded="true"]';
const MODIFIERS = new Set(['Shift', 'Control', 'Alt', 'Meta', 'CapsLock', 'AltGraph']);

/**
 * The keyboard of whole screens. A screen binds its keys while it is there; the last to bind is asked first.
 *
 * A letter, digit or sign waits for a breath before it acts: a second one within it is a word that somebody
 * typed without a field, and does nothing; a burst at a scanner's speed that ends with Enter or Tab goes to
 * `Scans`. Space, Enter, arrows and what carries a modifier act at once.
 */
@Injectable({ providedIn: 'root' })
export class Keys {
  private readonly app = inject(ApplicationRef);
  private readonly modals = inject(Modals);
  private readonly scans = inject(Scans);
  private readonly layers = signal<readonly Bindings[]>([]);
  private readonly typed = new TypedRun();
  /** A sign that acts unless another follows it. */
  private held: { readonly binding: Binding; readonly timer: ReturnType<typeof setTimeout> } | null = null;
  /** Everything bound now, for the `?` list; the innermost first. */
  readonly bound = this.layers.asReadonly();

  constructor() {
    const heard = new AbortController();
    inject(DestroyRef).onDestroy(() => {
      heard.abort();
      this.forget();
    });
    document.addEventListener('keydown', (event) => this.press(event), { signal: heard.signal });
    // Esc in an open list closes the list and no more: what lies around it would hear it next.
    let inList = false;
    document.addEventListener(
      'keydown',
      ({ key, target }) =>
        (inList =
          key === 'Escape' && target instanceof Element && target.closest('[aria-expanded="true"]') !== null),
      { capture: true, signal: heard.signal },
    );
    document.body.addEventListener(
      'keydown',
      (event) => {
        if (inList && this.modals.any) event.stopPropagation();
      },
      { signal: heard.signal },
    );
    // A button pressed by thumb or mouse must not keep the next Space for itself.
    document.addEventListener(
      'click',
      (event) => {
        const target =
          event.target instanceof Element ? event.target.closest<HTMLElement>('button, a') : null;
        if (
          event.detail > 0 &&
          target &&
          !target.closest('[role="dialog"], .p-drawer, .p-select, .p-autocomplete, .p-datepicker')
        )
          target.blur();
      },
      { signal: heard.signal },
    );
  }

  /** Binds keys until the component that calls it goes away. Call it in a constructor or field. */
  bind(bindings: Bindings): void {
    this.layers.update((layers) => [bindings, ...layers]);
    inject(DestroyRef).onDestroy(() =>
      this.layers.update((layers) => layers.filter((one) => one !== bindings)),
    );
  }

  private press(event: KeyboardEvent): void {
    if (event.defaultPrevented || MODIFIERS.has(event.key)) return;
    // Quick fingers press before the next frame: this key must see what the one before it did, and what that
    // opened or closed.
    this.app.tick();
    if (this.modals.any) return this.inModal(event);
    const target = event.target instanceof Element ? event.target : null;
    if (event.key === 'Escape') {
      if (target?.closest(OVERLAY)) return;
    } else if (target?.closest(TYPING)) return this.forget();
    if (event.ctrlKey || event.metaKey || event.altKey)
      return this.act(this.find(withModifier(event)), event);
    if (event.key.length === 1 && event.key !== ' ') return this.sign(event);
    this.other(event, target);
  }

  /**
   * No key reaches the screen behind; one that was meant for the box finds it, wherever the focus had gone.
   */
  private inModal(event: KeyboardEvent): void {
    this.forget();
    if (event.key === 'Escape' || this.modals.holdsFocus()) return;
    this.modals.takeFocus();
    if (event.key.length !== 1 || event.key === ' ') event.preventDefault();
  }

  private sign(event: KeyboardEvent): void {
    const at = event.timeStamp;
    const first = !this.typed.isOpen(at);
    this.typed.add(event.key, at);
    const binding = this.find(nameOf(event));
    if (binding || !first) event.preventDefault();
    this.drop();
    if (first && binding) this.held = { binding, timer: setTimeout(() => this.fire(), BREATH_MS) };
  }

  private other(event: KeyboardEvent, target: Element | null): void {
    const at = event.timeStamp;
    const ends = event.key === 'Enter' || event.key === 'Tab';
    if (this.typed.isOpen(at)) {
      const code = ends ? this.typed.scanned(at) : null;
      if (code !== null) {
        event.preventDefault();
        this.forget();
        return this.scans.came(code);
      }
      // In the middle of a word typed to nobody: a space belongs to it, and Enter ends it.
      if (event.key === ' ' || (this.typed.length > 1 && event.key === 'Enter')) {
        event.preventDefault();
        this.drop();
        return event.key === ' ' ? this.typed.add(' ', at) : this.typed.forget();
      }
    }
    // One sign alone was a key: it goes before the one that follows it. Esc takes it back.
    if (event.key === 'Escape') this.drop();
    else this.fire();
    this.typed.forget();
    if (this.modals.any) return this.inModal(event);
    const name = nameOf(event);
    if ((name === 'Space' || name === 'Enter') && target?.closest(PRESSABLE)) return;
    this.act(this.find(name), event);
  }

  private find(name: string): Binding | null {
    for (const layer of this.layers()) if (layer[name]) return layer[name];
    return null;
  }

  private act(binding: Binding | null, event: KeyboardEvent): void {
    if (!binding) return;
    this.forget();
    event.preventDefault();
    binding.run();
  }

  private fire(): void {
    const held = this.held;
    this.drop();
    // What opened meanwhile has the keyboard now.
    this.app.tick();
    if (!held || this.modals.any) return;
    this.typed.forget();
    held.binding.run();
    this.app.tick();
  }

  private drop(): void {
    if (this.held) clearTimeout(this.held.timer);
    this.held = null;
  }

  private forget(): void {
    this.drop();
    this.typed.forget();
  }
}

function nameOf({ key, shiftKey }: KeyboardEvent): string {
  const name = key === ' ' ? 'Space' : key.length === 1 ? key.toUpperCase() : key;
  // Signs such as '?' are typed with Shift on many layouts; only keys that have no sign of their own carry
  // it.
  return shiftKey && (name.length > 1 || /[A-Z]/.test(name)) ? `Shift+${name}` : name;
}

/** Ctrl, or the command key where that takes its place. */
const withModifier = (event: KeyboardEvent): string =>
  event.altKey ? `Alt+${nameOf(event)}` : `Ctrl+${nameOf(event)}`;
