import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import { jobOfCode } from '@petrichor/core/papers';
import { Store } from '@ngrx/store';
import { selectDrives, selectParts } from '../state/knowledge/knowledge.reducer';

/** What a code turned out to name. */
export interface Scanned {
  readonly code: string;
  /** Of the shelf's list; null: no drive and no part has that id. */
  readonly driveId: string | null;
  readonly partId: string | null;
}
/** True: this screen took it. */
export type TakesScan = (scanned: Scanned) => boolean;

/**
 * A barcode that came with no field in focus: it goes to what the screen is about, and otherwise does nothing
 * and says so.
 */
@Injectable({ providedIn: 'root' })
export class Scans {
  private readonly router = inject(Router);
  // Screens before anybody signed in have no shelf yet.
  private readonly store = inject(Store, { optional: true });
  private readonly drives = this.store?.selectSignal(selectDrives) ?? (() => []);
  private readonly parts = this.store?.selectSignal(selectParts) ?? (() => []);
  private takers: readonly TakesScan[] = [];
  /** The last code and what became of it, until the next or until it is read. */
  readonly told = signal<string | null>(null);

  /** The screen that calls it is asked first while it is there. Call it in a constructor or field. */
  take(taker: TakesScan): void {
    this.takers = [taker, ...this.takers];
    inject(DestroyRef).onDestroy(() => (this.takers = this.takers.filter((one) => one !== taker)));
  }

  came(code: string): void {
    this.told.set(null);
    const number = jobOfCode(code);
    if (number !== null) return void this.router.navigate(['/j', number]);
    const same = (one: { id: string }) => one.id.toLowerCase() === code.toLowerCase();
    const [drive, part] = [this.drives().find(same), this.parts().find(same)];
    const scanned = { code, driveId: drive?.id ?? null, partId: part?.id ?? null };
    if (this.takers.some((takes) => takes(scanned))) return;
    const thing = drive ? `${drive.maker} ${drive.name}` : part?.name;
    if (thing)
      return this.told.set(`Scanned ${thing}. Nothing on this screen asks for it, so nothing was done.`);
    const field = fieldFor(code);
    if (field === 'filled')
      return this.told.set(
        `Scanned ${code}. The serial here is filled in already: press into its field, then scan again.`,
      );
    if (field) return fill(field, code);
    this.told.set(`Scanned ${code}. It fits nothing on this screen, so nothing was done.`);
  }
}

/** The first empty field on the screen that asks for a serial. */
function fieldFor(code: string): HTMLInputElement | 'filled' | null {
  const fields = [...document.querySelectorAll<HTMLInputElement>('input[data-scan="serial"]')].filter(
    isShown,
  );
  if (fields.some((one) => one.value.trim() === code)) return 'filled';
  return fields.find((one) => one.value.trim() === '') ?? (fields.length > 0 ? 'filled' : null);
}

const isShown = (field: HTMLElement): boolean =>
  field.closest('[hidden]') === null && !field.hasAttribute('disabled');

/** As if the scanner had been pointed with the field in focus: typed, and ended with Enter. */
function fill(field: HTMLInputElement, code: string): void {
  field.focus();
  field.value = code;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
}
