import { computed, effect, linkedSignal, signal, untracked, type WritableSignal } from '@angular/core';

const PREFIX = 'petrichor.draft.';

/** A signal whose value outlives a reload: what somebody typed and has not sent yet. Call it in a field or constructor. */
export function draft<T>(name: string, empty: T): WritableSignal<T> {
  const value = signal<T>(read(name) ?? empty);
  return keptAtOnce(value, (next) => keep(name, next, empty));
}

/**
 * The same for one field of one job. `saved` is what the job itself says: the draft begins with it, follows it
 * when it changes, and is forgotten once it says the same.
 */
export function jobDraft<T>(jobId: () => string, field: string, saved: () => T): WritableSignal<T> {
  const name = () => `${jobId()}.${field}`;
  // Compared as text: a job changes with every tick, its fields seldom.
  const source = computed(() => `${name()} ${JSON.stringify(saved())}`);
  const value = linkedSignal<string, T>({ source, computation: () => untracked(() => read<T>(name()) ?? saved()) });
  // What the job says by now needs no keeping.
  effect(() => keep(name(), value(), untracked(saved)));
  return keptAtOnce(value, (next) => keep(name(), next, untracked(saved)));
}

/** Written down with the very change: a screen that goes away in the same breath runs no effects any more. */
function keptAtOnce<T>(value: WritableSignal<T>, write: (next: T) => void): WritableSignal<T> {
  const set = value.set.bind(value);
  value.set = (next) => {
    set(next);
    write(next);
  };
  value.update = (change) => value.set(change(untracked(value)));
  return value;
}

/** The same for what the job has no word of yet: empty until somebody types. */
export const emptyJobDraft = <T>(jobId: () => string, field: string, empty: T): WritableSignal<T> => jobDraft(jobId, field, () => empty);

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
