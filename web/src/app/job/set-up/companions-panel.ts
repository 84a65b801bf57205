import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { judgeCompanion, overLimit, type Companion, type CompanionKind, type JobState } from '@petrichor/core/job';
import { Store } from '@ngrx/store';
import { InputText } from 'primeng/inputtext';
import { Clock } from '../../shell/clock';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectCompanionCases, selectModels, selectParts } from '../../state/knowledge/knowledge.reducer';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { NumberField } from '../../ui/number-field';
import { StateMark } from '../../ui/state-mark';
import { emptyJobDraft } from '../../ui/draft';
import { newId } from '../../ui/new-id';

/** Memory, a wireless card or a battery changed on this job: a time limit to prove itself, or back to what was there. */
@Component({
  selector: 'p-companions-panel',
  imports: [FormsModule, InputText, Choice, NumberField, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
    .grow {
      flex: 1 1 150px;
    }
    .limit {
      width: 110px;
    }
  `,
  template: `
    <h2>Changed while it was open</h2>
    <ul class="lines">
      @for (row of rows(); track row.one.id) {
        <li [attr.data-gate]="'companion:' + row.one.id">
          <span class="done"
            ><p-state-mark [mark]="row.one.outcome === 'works' ? 'settled' : row.over ? 'stop' : 'needs'" [size]="16" /><span
              ><b>{{ row.one.label }}</b> <span class="mu">{{ row.say }}</span></span
            ></span
          >
          <span class="row">
            @if (row.one.outcome === null) {
              <button class="tgt" type="button" (click)="judge(row.one, 'works')">Works</button>
              <button class="tgt" type="button" (click)="rolling.set(row.one.id)">Roll back</button>
            } @else if (row.one.outcome === 'rolled-back') {
              @if (row.one.original !== '' && !row.one.originalRefitted) {
                <button class="tgt" type="button" (click)="undo(row.one, 'original-refitted')">{{ row.one.original }} refitted</button>
              } @else if (!row.one.partReturned) {
                <button class="tgt" type="button" (click)="undo(row.one, 'part-returned')">Back on the shelf</button>
              }
            }
          </span>
        </li>
        @if (rolling() === row.one.id) {
          <li>
            <div class="field grow">
              <label for="roll-why">What did not work</label>
              <input
                pInputText
                id="roll-why"
                [ngModel]="why()"
                (ngModelChange)="why.set($event)"
                (keydown.enter)="judge(row.one, 'rolled-back')"
                maxlength="300"
              />
            </div>
            <button class="tgt" type="button" (click)="judge(row.one, 'rolled-back')">Roll it back</button>
          </li>
        }
      } @empty {
        <li class="mu">Nothing besides the drive.</li>
      }
    </ul>
    @if (adding()) {
      <p-choice [options]="kinds" [value]="kind()" (valueChange)="kind.set($event)" labelledBy="companion-kind" />
      <span class="visually-hidden" id="companion-kind">Kind of part</span>
      <div class="row">
        <div class="field grow">
          <label for="companion-part">Part of the shelf</label>
          <select id="companion-part" [ngModel]="partId()" (ngModelChange)="partId.set($event)">
            <option value="">choose</option>
            @for (part of parts(); track part.id) {
              <option [value]="part.id">{{ part.name }}{{ part.inStock > 0 ? '' : ' (none here)' }}</option>
            }
          </select>
        </div>
        <div class="field grow">
          <label for="companion-original">In place of</label>
          <input pInputText id="companion-original" [ngModel]="original()" (ngModelChange)="original.set($event)" maxlength="80" />
        </div>
        <div class="field limit">
          <label for="companion-limit">It gets</label>
          <p-number-field inputId="companion-limit" unit="min" [value]="limit()" (valueChange)="limit.set($event)" />
        </div>
        <button class="tgt" type="button" (click)="fit()">It is in</button>
      </div>
      @for (line of said(); track line) {
        <p class="mu">{{ line }}</p>
      }
    } @else if (!job().closed) {
      <button class="link" type="button" (click)="adding.set(true)">Memory, wireless card or battery went in</button>
    }
    <p class="fault" role="alert">{{ fault() }}</p>
  `,
})
export class CompanionsPanel {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly clock = inject(Clock);
  private readonly store = inject(Store);
  private readonly models = this.store.selectSignal(selectModels);
  private readonly shelf = this.store.selectSignal(selectParts);
  private readonly cases = this.store.selectSignal(selectCompanionCases);
  protected readonly kinds: readonly ChoiceOption<CompanionKind>[] = [
    { label: 'memory', value: 'memory' },
    { label: 'wireless card', value: 'wireless' },
    { label: 'battery', value: 'battery' },
  ];
  protected readonly kind = signal<CompanionKind>('memory');
  protected readonly adding = signal(false);
  protected readonly partId = emptyJobDraft(() => this.job().id, 'companion-partid', '');
  protected readonly original = emptyJobDraft(() => this.job().id, 'companion-original', '');
  protected readonly limit = signal<number | null>(30);
  protected readonly rolling = signal<string | null>(null);
  protected readonly why = emptyJobDraft(() => this.job().id, 'companion-why', '');
  protected readonly fault = signal('');
  protected readonly parts = computed(() => this.shelf().filter((part) => part.kind === this.kind()));
  protected readonly rows = computed(() =>
    this.job().companions.map((one) => {
      const over = overLimit(one, new Date(this.clock.now()));
      return { one, over, say: sayTrial(one, over) };
    }),
  );
  /** What the rules and the jobs here say of the part that is chosen. */
  protected readonly said = computed(() => {
    const part = this.shelf().find((one) => one.id === this.partId());
    const model = this.models().find((one) => one.id === this.job().intake.modelId);
    if (!part || !model) return [];
    const seen = this.cases()
      .filter((one) => one.modelId === model.id && one.label === part.name)
      .map((one) => `Job ${one.jobNumber}: ${one.worked ? 'worked in this model' : `did not work, ${one.note}`}.`);
    return [
      ...judgeCompanion(model, part)
        .filter((one) => one.outcome !== 'fits')
        .map((one) => one.sentence),
      ...seen,
    ];
  });

  protected fit(): void {
    const limitMinutes = this.limit();
    if (limitMinutes === null) return this.fault.set('Say how many minutes it gets.');
    const refusal = this.desk.give(this.job(), {
      type: 'fit-companion',
      companionId: newId(),
      kind: this.kind(),
      partId: this.partId(),
      original: this.original().trim(),
      limitMinutes,
    });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.adding.set(false);
    this.partId.set('');
    this.original.set('');
  }

  protected judge(one: Companion, outcome: 'works' | 'rolled-back'): void {
    const refusal = this.desk.give(this.job(), { type: 'judge-companion', companionId: one.id, outcome, note: this.why().trim() });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.rolling.set(null);
    this.why.set('');
  }

  protected undo(one: Companion, step: 'original-refitted' | 'part-returned'): void {
    this.fault.set(this.desk.give(this.job(), { type: 'undo-companion', companionId: one.id, step })?.sentence ?? '');
  }
}

function sayTrial(one: Companion, over: boolean): string {
  if (one.outcome === 'works') return 'works';
  if (one.outcome === 'rolled-back') return `rolled back: ${one.note}${one.partReturned ? '; back on the shelf' : ''}`;
  return over
    ? `its ${one.limitMinutes} min are over: say that it works, or roll it back`
    : `on trial, ${one.limitMinutes} min${one.original ? `, in place of ${one.original}` : ''}`;
}
