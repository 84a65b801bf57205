import { computed, effect, linkedSignal, signal, untracked, type WritableSignal } from '@angular/core';

const PREFIX = 'petrichor.draft.';

/**
 * A signal whose value outlives a reload: what somebody typed and has not sent yet. Call it in a field or
 * constructor.
 */
export function draft<T>(name: string, empty: T): WritableSignal<T> {
  const value = signal<T>(read(name) ?? empty);
  return keptAtOnce(value, (next) => keep(name, next, empty));
}

/**
 * The same for one field of one job. `saved` is what the job itself says: the draft begins with it, follows
 * it when it changes, and is forgotten once it says the same.
 */
export function jobDraft<T>(jobId: () => string, field: string, saved: () => T): WritableSignal<T> {
  const name = () => `${jobId()}.${field}`;
  // Compared as text: a job changes with every tick, its fields seldom.
  const source = computed(() => `${name()} ${JSON.stringify(saved())}`);
  const value = linkedSignal<string, T>({
    source,
    computation: () => untracked(() => read<T>(name()) ?? saved()),
  });
  // What the job says by now needs no keeping.
  effect(() => keep(name(), value(), untracked(saved)));
  return keptAtOnce(value, (next) => keep(name(), next, untracked(saved)));
}

/** Written down with the very change: a screen that goes away in the same breath runs no effects any more. */
export function keptAtOnce<T>(value: WritableSignal<T>, write: (next: T) => void): WritableSignal<T> {
  const set = value.set.bind(value);
  value.set = (next) => {
    set(next);
    write(next);
  };
  value.update = (change) => value.set(change(untracked(value)));
  return value;
}

/** The same for what the job has no word of yet: empty until somebody types. */
export const emptyJobDraft = <T>(jobId: () => string, field: string, empty: T): WritableSignal<T> =>
  jobDraft(jobId, field, () => empty);

/** Under which name what is typed into a form is kept: of the browser, or of one job. */
export type DraftName = string | { readonly of: () => string; readonly name: string };

/**
 * The same for a form: each field is kept for itself, so that one that changes elsewhere leaves the others as
 * they were typed.
 */
export function draftOf<T extends object>(name: DraftName, saved: () => T): WritableSignal<T> {
  const prefix = () => (typeof name === 'string' ? name : `${name.of()}.${name.name}`);
  const nameOf = (field: string) => `${prefix()}-${field.toLowerCase()}`;
  const fieldsOf = <R>(of: T, each: (field: string, value: unknown) => R) =>
    Object.entries(of).map(([field, value]) => each(field, value));
  const source = computed(() => `${prefix()} ${JSON.stringify(saved())}`);
  const keepAll = (next: T): void => {
    const empty = untracked(saved) as Record<string, unknown>;
    fieldsOf(next, (field, value) => keep(nameOf(field), value, empty[field]));
  };
  const begin = (): T =>
    Object.fromEntries(fieldsOf(saved(), (field, value) => [field, read(nameOf(field)) ?? value])) as T;
  const value = linkedSignal<string, T>({ source, computation: () => untracked(begin) });
  effect(() => keepAll(value()));
  return keptAtOnce(value, keepAll);
}

/** What was typed there and is sent by now, where somebody has gone on to another job meanwhile. */
export function forgetDraft(name: Exclude<DraftName, string>, of: string, fields: readonly string[]): void {
  for (const field of fields) localStorage.removeItem(`${PREFIX}${of}.${name.name}-${field.toLowerCase()}`);
}

function keep<T>(name: string, value: T, empty: T): void {
  const text = JSON.stringify(value);
  if (text === JSON.stringify(empty)) localStorage.removeItem(PREFIX + name);
  else localStorage.setItem(PREFIX + name, text);
}

function read<T>(name: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + name) ?? 'null') as T | null;
  } catch {
    return null;
  }
}
