import { inject, Injectable, signal } from '@angular/core';
import { Outbox, type SetAside } from './outbox';

/** What is not sent and does not go out by itself: for the line that says so. */
@Injectable({ providedIn: 'root' })
export class Unsent {
  private readonly outbox = inject(Outbox);
  /** What the server could not take while it took others. */
  readonly aside = signal<readonly SetAside[]>([]);
  /** Work of people who signed in here before: it goes out under their name when they come back. */
  readonly ofOthers = signal<readonly { readonly name: string; readonly count: number }[]>([]);

  async find(): Promise<void> {
    this.aside.set(await this.outbox.allAside().catch(() => []));
  }

  /** @returns false: the browser keeps nothing, and it stands on this page alone. */
  async setAside(one: SetAside): Promise<boolean> {
    this.aside.update((all) => [...all, one]);
    return this.outbox.setAside(one).then(
      () => true,
      () => false,
    );
  }

  /** Somebody has looked at it, and dropped it. */
  async forget(commandId: string): Promise<void> {
    await this.outbox.dropAside(commandId).catch(() => undefined);
    this.aside.update((all) => all.filter((one) => one.commandId !== commandId));
  }
}
