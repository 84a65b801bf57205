import {
  booleanAttribute,
  computed,
  Directive,
  ElementRef,
  inject,
  input,
  output,
  type ModelSignal,
} from '@angular/core';
import type { FormValueControl, ValidationError } from '@angular/forms/signals';

let made = 0;

/**
 * What every field has: a label, a hint, a fault, and a name they are tied together by. A field of a form
 * (`ui/form`) is bound with `[formField]` and gets value, faults and whether it has to be filled in from
 * there; any other one has its value bound. It stands as `.field` in the screen that uses it.
 */
@Directive({ host: { class: 'field' } })
export abstract class Field<T> implements FormValueControl<T> {
  abstract readonly value: ModelSignal<T>;
  readonly label = input.required<string>();
  readonly hint = input('');
  /** Of the control itself, where something else has to find it. */
  readonly fieldId = input('');
  /** The label is read out, not drawn. */
  readonly quiet = input(false, { transform: booleanAttribute });
  /** What is wrong with it, said by whoever uses it outside a form. */
  readonly fault = input('');
  readonly errors = input<readonly ValidationError.WithOptionalFieldTree[]>([]);
  /** Somebody tried to send it: faults are told from then on, not while it is filled in. */
  readonly touched = input(false);
  readonly required = input(false);
  readonly disabled = input(false);
  readonly left = output();
  /** One label for a group of controls. */
  readonly grouped: boolean = false;
  private readonly ownId = `field-${++made}`;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  readonly id = computed(() => this.fieldId() || this.ownId);
  readonly labelId = computed(() => `${this.id()}-label`);
  readonly hintId = computed(() => `${this.id()}-hint`);
  readonly faultId = computed(() => `${this.id()}-fault`);
  readonly describedBy = computed(() =>
    this.hint() ? `${this.hintId()} ${this.faultId()}` : this.faultId(),
  );
  /** What cannot be read is told at once: nothing of it would be kept. */
  readonly said = computed(
    () => this.fault() || this.unreadable() || (this.touched() && this.errors()[0]?.message) || '',
  );

  protected unreadable(): string {
    return '';
  }

  focus(options?: FocusOptions): void {
    this.host.nativeElement.querySelector<HTMLElement>(CONTROLS)?.focus(options);
  }
}

/** What a typed text comes to: nothing, a value, or `fault`, of which nothing is kept. */
export function readAs<T>(text: string, parse: (text: string) => T | null, fault: string) {
  if (text.trim() === '') return { value: null };
  const value = parse(text);
  return value === null ? { value, error: { kind: 'unreadable', message: fault } } : { value };
}

const CONTROLS = 'input, textarea, select, button';
