import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  labelOfChange,
  proofOf,
  SAY_CHANGE,
  sayExpected,
  SHOWS_BY,
  stands,
  type Change,
  type JobState,
  type ShownWhen,
} from '@petrichor/core/job';
import type { MachineModel } from '@petrichor/core/hardware';
import { JobDesk } from '../../state/jobs/job-desk';
import { emptyJobDraft } from '../../ui/draft';
import { NumberField } from '../../ui/field/number-field';
import { TextField } from '../../ui/field/text-field';
import { StateMark } from '../../ui/state-mark';
import { ListingForm, type Listing } from '../listing-form';
import { RollBack } from './roll-back';

/** One change besides the main drive: what it should show, what it shows, and the way back from it. */
@Component({
  selector: 'p-change-shown',
  imports: [ListingForm, NumberField, RollBack, StateMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      padding: 10px 0;
      border-top: 1px solid var(--line);
    }
    h3 {
      font: 650 17px/23px var(--f);
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      align-items: end;
    }
    p-number-field {
      width: 130px;
    }
    .found {
      display: flex;
      gap: 8px;
      align-items: baseline;
    }
  `,
  template: `
    <h3>{{ say() }}</h3>
    @if (isIn()) {
      <p>
        Expected: <b>{{ expected() }}</b>
      </p>
      @switch (by()) {
        @case ('size') {
          <p-listing-form [of]="label()" [found]="found()" [refusal]="fault()" (told)="listed($event)" />
        }
        @case ('memory') {
          <form class="row" (submit)="$event.preventDefault(); memory(true)">
            <p-number-field label="Shown" [fieldId]="'gib-' + change().id" unit="GiB" [(value)]="gib" />
            <p-number-field label="Speed" [fieldId]="'speed-' + change().id" unit="MT/s" [(value)]="speed" />
            <button class="tgt" type="submit">It shows this</button>
            <button class="tgt" type="button" (click)="memory(false)">It does not start</button>
          </form>
        }
        @case ('seen') {
          <div class="row">
            <button class="tgt" type="button" (click)="seen(true)">As it should</button>
            <button class="tgt" type="button" (click)="asking.set(true)">Not so</button>
          </div>
          @if (asking()) {
            <form class="row" (submit)="$event.preventDefault(); seen(false)">
              <p-text-field
                label="What it does instead"
                [fieldId]="'not-so-' + change().id"
                most="300"
                [(value)]="note"
              />
              <button class="tgt" type="submit">Keep it</button>
            </form>
          }
        }
      }
      @if (by() !== 'size') {
        @if (found(); as found) {
          <p class="found">
            <p-state-mark [mark]="found.right ? 'settled' : 'stop'" [size]="16" />
            <b>{{ found.sentence }}</b>
            <span class="mu">{{ found.by.name }}</span>
          </p>
        }
        <p class="fault" role="alert">{{ fault() }}</p>
      }
    } @else {
      <p class="found"><p-state-mark mark="needs" [size]="16" /> Rolled back: {{ change().judged?.note }}</p>
    }
    @if (change().thing) {
      <p-roll-back [job]="job()" [change]="change()" />
    }
  `,
})
export class ChangeShown {
  readonly job = input.required<JobState>();
  readonly change = input.required<Change>();
  readonly model = input.required<MachineModel | null>();
  readonly when = input.required<ShownWhen>();
  private readonly desk = inject(JobDesk);
  protected readonly fault = signal('');
  protected readonly asking = signal(false);
  protected readonly gib = emptyJobDraft<number | null>(() => this.draftOf(), 'gib', null);
  protected readonly speed = emptyJobDraft<number | null>(() => this.draftOf(), 'speed', null);
  protected readonly note = emptyJobDraft(() => this.draftOf(), 'not-so', '');
  protected readonly say = computed(
    () => `${SAY_CHANGE[this.change().kind]}: ${labelOfChange(this.change())}`,
  );
  protected readonly label = computed(() => `${labelOfChange(this.change())}, ${this.change().place}`);
  protected readonly isIn = computed(() => stands(this.change()));
  protected readonly by = computed(() => SHOWS_BY[this.change().kind]);
  protected readonly expected = computed(() => sayExpected(this.change(), this.model(), this.job()));
  protected readonly found = computed(() => proofOf(this.job(), this.change().id)[this.when()]);

  protected listed({ listed, size }: Listing): void {
    this.give({ ok: listed, size });
  }

  protected memory(ok: boolean): void {
    this.give({ ok, gib: ok ? this.gib() : null, megatransfers: ok ? this.speed() : null });
  }

  protected seen(ok: boolean): void {
    if (this.give({ ok, note: ok ? '' : this.note().trim() })) this.asking.set(false);
  }

  private give(own: Partial<Omit<Parameters<typeof figures>[0], 'changeId'>> & { ok: boolean }): boolean {
    const refusal = this.desk.give(this.job(), figures({ changeId: this.change().id, ...own }));
    this.fault.set(refusal?.sentence ?? '');
    return refusal === null;
  }

  private draftOf(): string {
    return `${this.job().id}.${this.change().id}.${this.when()}`;
  }
}

const figures = (own: {
  readonly changeId: string;
  readonly ok: boolean;
  readonly size?: Listing['size'];
  readonly gib?: number | null;
  readonly megatransfers?: number | null;
  readonly note?: string;
}) => ({ type: 'show-change', size: null, gib: null, megatransfers: null, note: '', ...own }) as const;
