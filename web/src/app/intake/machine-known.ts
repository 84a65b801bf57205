import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  resource,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { asLeft, lastVisit, type JobState } from '@petrichor/core/job';
import { SAY_OUTCOME, wholeSerial, type LedgerRow } from '@petrichor/core/ledger';
import { placesOf } from '@petrichor/core/hardware';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { sayDay } from '../shell/promise';
import { Api } from '../state/api';
import { selectModels } from '../state/knowledge/knowledge.reducer';
import { StateMark } from '../ui/state-mark';
import { sayFound } from '../job/found/say-found';

/** Serials shorter than this are still being typed. */
const LEAST = 4;

/**
 * What this workshop knows of the machine of a serial: when it was here, how it was left, what is warranted,
 * what was to be looked at.
 */
@Component({
  selector: 'p-machine-known',
  imports: [RouterLink, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (last(); as last) {
      <div class="known" role="status">
        <p>
          <b>It was here:</b> {{ last.row.modelName }} of {{ last.row.customer }}, job
          <a [routerLink]="['/jobs', last.row.id, 'record']">{{ last.row.number }}</a>
          {{ last.when }}, {{ last.outcome }}.
          <a [routerLink]="['/ledger/history', last.row.serial]">Its life</a>
        </p>
        @for (line of warnings(); track line) {
          <p class="line"><p-state-mark mark="needs" [size]="15" /> {{ line }}</p>
        }
        @if (left().length > 0) {
          <p class="mu small">As it was left: {{ left().join('; ') }}.</p>
        }
      </div>
    }
  `,
  styles: `
    .known {
      display: grid;
      gap: 4px;
      margin-top: 6px;
      padding: 8px 12px;
      border-left: 6px solid var(--rain);
      background: var(--rain-wash);
    }
    .line {
      display: flex;
      gap: 7px;
      align-items: baseline;
    }
  `,
})
export class MachineKnown {
  readonly serial = input.required<string>();
  /** The machine's own last job: its model needs no choosing. */
  readonly found = output<LedgerRow>();
  private readonly api = inject(Api);
  private readonly models = inject(Store).selectSignal(selectModels);
  private readonly looked = resource({
    params: () => (this.serial().trim().length >= LEAST ? this.serial().trim() : undefined),
    loader: async ({ params }): Promise<{ row: LedgerRow; job: JobState | null } | null> => {
      const { rows } = await firstValueFrom(this.api.history({ params: { serial: params } }));
      const own = rows.filter((row) => wholeSerial(row.serial) === wholeSerial(params));
      const row = own[0];
      if (!row) return null;
      const closed = own.find((one) => one.closedAt !== null);
      const job = closed ? (await firstValueFrom(this.api.job({ params: { jobId: closed.id } }))).job : null;
      return { row, job };
    },
  });
  private readonly known = computed(() => (this.looked.hasValue() ? this.looked.value() : null));
  protected readonly last = computed(() => {
    const known = this.known();
    return (
      known && {
        row: known.row,
        when: sayDay(known.row.closedAt ?? known.row.openedAt),
        outcome:
          known.row.closedAt === null ? 'still open: go on with that job' : SAY_OUTCOME[known.row.outcome],
      }
    );
  });
  protected readonly warnings = computed(() => {
    const job = this.known()?.job;
    const last = job ? lastVisit(job, new Date().toISOString()) : null;
    if (!last) return [];
    return [
      ...(last.partsUntil ? [`Under our own warranty on parts until ${sayDay(last.partsUntil)}.`] : []),
      ...(last.workUntil ? [`Under our own warranty on work until ${sayDay(last.workUntil)}.`] : []),
      ...last.leftIn.map((what) => `A drive was left in it, unplugged: ${what}.`),
      ...last.openThen.map((what) => `To be looked at since: ${what}`),
    ];
  });
  protected readonly left = computed(() => {
    const job = this.known()?.job;
    const model = this.models().find((one) => one.id === job?.intake.modelId);
    if (!job || !model) return [];
    const left = asLeft(job);
    return placesOf(model, job.variantId).flatMap((place) => {
      const found = left[place.id];
      if (!found) return [];
      const stamp = { by: job.lastTouched.by, at: job.lastTouched.at };
      return [`${place.label}: ${sayFound(place, { ...found, note: '', ...stamp }).what}`];
    });
  });

  constructor() {
    effect(() => {
      const row = this.known()?.row;
      if (row) this.found.emit(row);
    });
  }
}
