import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { Slot } from '@petrichor/core/hardware';
import { Store } from '@ngrx/store';
import { neededGb, placesOfJob, type JobCommand, type JobState } from '@petrichor/core/job';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectModels } from '../../state/knowledge/knowledge.reducer';
import { Choice } from '../../ui/choice';
import { jobDraft } from '../../ui/draft';
import { NumberField } from '../../ui/field/number-field';

type Said = Partial<Omit<Extract<JobCommand, { type: 'state-need' }>, 'type'>>;

/** What the job asks of a drive: sizes, a price ceiling, replace or add, what it will hold. */
@Component({
  selector: 'p-match-need',
  imports: [NumberField, Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="two">
      <p-number-field label="In use now" fieldId="used" unit="GB" [(value)]="usedGb" (left)="state({})" />
      <p-number-field label="At least" fieldId="wanted" unit="GB" [(value)]="wantedGb" (left)="state({})" />
    </div>
    <details>
      <summary>{{ summary() }}</summary>
      <p-number-field label="Price ceiling" fieldId="budget" unit="" [(value)]="budget" (left)="state({})" />
      <span class="label" id="plan-label">The old drive</span>
      <p-choice
        labelledBy="plan-label"
        [options]="plans"
        [value]="job().need.plan"
        (valueChange)="state({ plan: $event })"
      />
      <span class="label" id="holds-label">It will hold</span>
      <p-choice
        labelledBy="holds-label"
        [options]="holds"
        [value]="job().need.holdsSystem"
        (valueChange)="state({ holdsSystem: $event })"
      />
      @if (oldGb(); as gb) {
        <span class="label" id="clone-label">The {{ gb }} GB that are there</span>
        <p-choice
          labelledBy="clone-label"
          [options]="clones"
          [value]="job().need.cloneFromGb !== null"
          (valueChange)="state({ cloneFromGb: $event ? gb : null })"
        />
      }
    </details>
    <p class="fault" role="alert">{{ fault() }}</p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    .two {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
    }
    summary {
      padding: 6px 0;
      font-size: 13px;
      line-height: 17px;
      cursor: pointer;
    }
    details[open] {
      display: grid;
      gap: 6px;
    }
    .label {
      font-weight: 600;
    }
    .fault:empty {
      display: none;
    }
  `,
})
export class MatchNeed {
  readonly job = input.required<JobState>();
  readonly slot = input.required<Slot | null>();
  private readonly desk = inject(JobDesk);
  private readonly models = inject(Store).selectSignal(selectModels);
  private readonly places = computed(() => {
    const model = this.models().find((one) => one.id === this.job().intake.modelId);
    return model ? placesOfJob(model, this.job()) : [];
  });
  protected readonly fault = signal('');
  protected readonly usedGb = jobDraft<number | null>(
    () => this.job().id,
    'usedGb',
    () => this.job().need.usedGb,
  );
  protected readonly wantedGb = jobDraft<number | null>(
    () => this.job().id,
    'wantedGb',
    () => neededGb(this.job(), this.places()),
  );
  protected readonly budget = jobDraft<number | null>(
    () => this.job().id,
    'budget',
    () => {
      const minor = this.job().need.budgetMinor;
      return minor === null ? null : minor / 100;
    },
  );
  protected readonly oldGb = computed(() => this.slot()?.fitted?.markedGb ?? null);
  protected readonly summary = computed(() => {
    const { plan, holdsSystem, budgetMinor, cloneFromGb } = this.job().need;
    return [
      plan === 'replace' ? 'Replaces the old drive' : 'Beside the old drive',
      holdsSystem ? 'with the system' : 'for data',
      ...(cloneFromGb === null ? [] : ['cloned as it is']),
      ...(budgetMinor === null ? [] : [`to ${(budgetMinor / 100).toFixed(2)}`]),
    ].join(', ');
  });
  protected readonly plans = [
    { label: 'replace', value: 'replace' },
    { label: 'stays', value: 'add' },
  ] as const;
  protected readonly holds = [
    { label: 'system', value: true },
    { label: 'data', value: false },
  ];
  protected readonly clones = [
    { label: 'clone', value: true },
    { label: 'no clone', value: false },
  ];

  protected state(said: Said): void {
    const whole = (value: number | null) => (value === null ? null : Math.round(value));
    const budget = this.budget();
    const command: JobCommand = {
      type: 'state-need',
      usedGb: whole(this.usedGb()),
      wantedGb: whole(this.wantedGb()),
      budgetMinor: budget === null ? null : Math.round(budget * 100),
      ...said,
    };
    this.fault.set(this.desk.give(this.job(), command)?.sentence ?? '');
  }
}
