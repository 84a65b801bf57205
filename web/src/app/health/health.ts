import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { AuditEntry, HealthReply, Person } from '@petrichor/api';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { sayDevice } from '../people/device';
import { ConnectionLine } from '../shell/connection-line';
import { Keys } from '../shell/keys';
import { sayMoment, sayWhen } from '../shell/promise';
import { Api, faultOf } from '../state/api';
import { selectBench } from '../state/bench/bench.reducer';
import { KeyBox } from '../ui/key-box';
import { StateMark } from '../ui/state-mark';
import { sayAudit } from './say-audit';
import { standsOn } from './stands-on';

const AGAIN_MS = 15_000;

/** What Petrichor stands on, what waits on screens, and who came in or was refused. For leads. */
@Component({
  selector: 'p-health',
  imports: [RouterLink, ConnectionLine, KeyBox, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrls: ['../ui/page.css', './health.css'],
  template: `
    <header>
      <a class="back" routerLink="/">Bench <p-key name="Esc" /></a>
      <h1>Health</h1>
      @if (health(); as it) {
        <span class="mu">as of {{ when(it.at) }}, running since {{ moment(it.runningSince) }}</span>
      }
    </header>
    <div class="page">
      <section aria-label="What Petrichor stands on">
        <h2>What it stands on</h2>
        <ul class="lines">
          @for (leg of legs(); track leg.name) {
            <li>
              <span class="name"
                ><p-state-mark [mark]="leg.mark" [size]="18" /><b>{{ leg.name }}</b
                ><small class="mu">{{ leg.word }}</small></span
              >
              <span>
                @for (line of leg.says; track line) {
                  <span class="say">{{ line }}</span>
                }
              </span>
            </li>
          }
        </ul>
        <h2>What waits on screens</h2>
        @for (one of health()?.unsent ?? []; track $index) {
          <p class="waits">
            <p-state-mark mark="needs" [size]="16" />
            <span
              >{{ one.name }}, {{ device(one.device) }}: {{ one.waiting }} to send{{
                one.since ? ', the oldest of ' + when(one.since) : ''
              }}
              @if (one.aside > 0) {
                ; {{ one.aside }} set aside
              }
              <span class="mu">(said {{ when(one.toldAt) }})</span></span
            >
          </p>
        } @empty {
          <p class="mu">Nothing that any screen has told of.</p>
        }
      </section>
      <section aria-label="Who came in, and who was refused">
        <h2>Who came in, took out, was refused</h2>
        <ol class="trail">
          @for (entry of trail(); track entry.id) {
            <li [class.refused]="entry.refused">
              <span class="m mu">{{ entry.at }}</span>
              <span
                ><b>{{ entry.deed }}</b>
                @if (entry.more) {
                  <span class="say">{{ entry.more }}</span>
                }
              </span>
              <span class="m mu">{{ entry.address }} {{ entry.requestId }}</span>
            </li>
          } @empty {
            <li>Nothing yet.</li>
          }
        </ol>
        @if (next() !== null) {
          <div><button class="tgt" type="button" (click)="older()">Older ones</button></div>
        }
      </section>
    </div>
    <p class="fault" role="alert">{{ failed() }}</p>
    <p-connection-line />
  `,
})
export class HealthScreen {
  private readonly api = inject(Api);
  private readonly bench = inject(Store).selectSignal(selectBench);
  protected readonly health = signal<HealthReply | null>(null);
  protected readonly legs = computed(() => {
    const health = this.health();
    return health ? standsOn(health) : [];
  });
  private readonly entries = signal<readonly AuditEntry[]>([]);
  private readonly people = signal<readonly Person[]>([]);
  protected readonly next = signal<number | null>(null);
  protected readonly failed = signal('');
  protected readonly trail = computed(() => {
    const people = new Map(this.people().map((one) => [one.id, one.name]));
    const jobs = new Map(this.bench().jobs.map((one) => [one.id, one.number]));
    const known = { person: (id: string) => people.get(id), job: (id: string) => jobs.get(id) };
    return this.entries().map((entry) => ({
      ...entry,
      ...sayAudit(entry, known),
      at: sayWhen(entry.at),
      refused: entry.kind === 'refused' || entry.kind === 'sign-in-refused',
    }));
  });
  protected readonly when = sayWhen;
  protected readonly moment = sayMoment;
  protected readonly device = sayDevice;

  constructor() {
    const router = inject(Router);
    inject(Keys).bind({ Escape: { say: 'Back to the Bench', run: () => void router.navigate(['/']) } });
    void this.begin();
    const timer = setInterval(() => void this.look(), AGAIN_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }

  private async begin(): Promise<void> {
    await this.look();
    await this.trying(async () => {
      this.people.set((await firstValueFrom(this.api.accounts())).accounts);
      const page = await firstValueFrom(this.api.audit());
      this.entries.set(page.entries);
      this.next.set(page.next);
    });
  }

  private look(): Promise<void> {
    return this.trying(async () => this.health.set(await firstValueFrom(this.api.health())));
  }

  protected older(): Promise<void> {
    return this.trying(async () => {
      const page = await firstValueFrom(this.api.audit({ query: { before: this.next() ?? undefined } }));
      this.entries.update((all) => [...all, ...page.entries]);
      this.next.set(page.next);
    });
  }

  private async trying(work: () => Promise<void>): Promise<void> {
    try {
      await work();
      this.failed.set('');
    } catch (error) {
      this.failed.set(faultOf(error).sentence);
    }
  }
}
