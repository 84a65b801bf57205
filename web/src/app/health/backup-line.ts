import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { BackupReply } from '@petrichor/api';
import { Api } from '../state/api';
import { StateMark } from '../ui/state-mark';
import { sayBackup } from './say-backup';

const AGAIN_MS = 10 * 60_000;

/** When the last backup was made and checked; a warning where that is long ago. Leads go on from it to everything else. */
@Component({
  selector: 'p-backup-line',
  imports: [RouterLink, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (said(); as one) {
      <p-state-mark [mark]="one.mark" [size]="14" />
      @if (lead()) {
        <a routerLink="/health">{{ one.words }}</a>
      } @else {
        {{ one.words }}
      }
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      gap: 8px;
      align-items: center;
    }
  `,
})
export class BackupLine {
  private readonly api = inject(Api);
  readonly lead = input.required<boolean>();
  private readonly reply = signal<BackupReply | null>(null);
  protected readonly said = computed(() => {
    const reply = this.reply();
    return reply && sayBackup(reply);
  });

  constructor() {
    this.ask();
    const timer = setInterval(() => this.ask(), AGAIN_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }

  /** Where nobody answers, the connection's own line says so. */
  private ask(): void {
    this.api.backup().subscribe({ next: (reply) => this.reply.set(reply), error: () => undefined });
  }
}
