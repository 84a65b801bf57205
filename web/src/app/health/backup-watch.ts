import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { BackupReply } from '@petrichor/api';
import { Api } from '../state/api';
import { sayBackup } from './say-backup';

const AGAIN_MS = 10 * 60_000;

/**
 * How the backup stands, asked now and then while a screen shows it. Where nobody answers, the connection's
 * own line says so.
 */
@Injectable()
export class BackupWatch {
  private readonly api = inject(Api);
  private readonly reply = signal<BackupReply | null>(null);
  readonly said = computed(() => {
    const reply = this.reply();
    return reply && sayBackup(reply);
  });

  constructor() {
    this.ask();
    const timer = setInterval(() => this.ask(), AGAIN_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }

  private ask(): void {
    this.api.backup().subscribe({ next: (reply) => this.reply.set(reply), error: () => undefined });
  }
}
