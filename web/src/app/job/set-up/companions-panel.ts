import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Store } from '@ngrx/store';
import {
  commandFields,
  judgeCompanion,
  overLimit,
  rollableIn,
  type Change,
  type CompanionKind,
  type JobState,
} from '@petrichor/core/job';
import { Clock } from '../../shell/clock';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectCompanionCases, selectModels, selectParts } from '../../state/knowledge/knowledge.reducer';
import { type ChoiceOption } from '../../ui/choice';
import { emptyJobDraft } from '../../ui/draft';
import { ChoiceField } from '../../ui/field/choice-field';
import { NumberField } from '../../ui/field/number-field';
import { SelectField } from '../../ui/field/select-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';
import { newId } from '../../ui/new-id';
import { StateMark } from '../../ui/state-mark';
import { RollBack } from '../shown/roll-back';

/**
 * Memory, a wireless card or a battery changed on this job: a time limit to prove itself, or back to what was
 * there.
 */
@Component({
  selector: 'p-companions-panel',
  imports: [FormField, ChoiceField, NumberField, RollBack, SelectField, StateMark, TextField],
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
            ><p-state-mark
              [mark]="row.one.judged?.outcome === 'works' ? 'settled' : row.over ? 'stop' : 'needs'"
              [size]="16"
            /><span
              ><b>{{ row.one.thing?.label }}</b> <span class="mu">{{ row.say }}</span></span
            ></span
          >
          <span class="row">
            @if (row.one.judged === null) {
              <button class="tgt" type="button" (click)="judge(row.one, 'works')">Works</button>
              <button class="tgt" type="button" (click)="rolling.set(row.one.id)">Roll back</button>
            } @else if (row.one.judged.outcome === 'rolled-back') {
              <p-roll-back [job]="job()" [change]="row.one" />
            }
          </span>
        </li>
        @if (rolling() === row.one.id) {
          <li>
            <form class="row" (submit)="$event.preventDefault(); judge(row.one, 'rolled-back')">
              <p-text-field
                class="grow"
                label="What did not work"
                fieldId="roll-why"
                most="300"
                [(value)]="why"
              />
              <button class="tgt" type="submit">Roll it back</button>
            </form>
          </li>
        }
      } @empty {
        <li class="mu">Nothing besides what was planned.</li>
      }
    </ul>
    @if (adding()) {
      <form class="stack" (submit)="form.send($event)" novalidate>
        <p-choice-field label="Kind of part" quiet [options]="kinds" [formField]="form.fields.kind" />
        <div class="row">
          <p-select-field
            class="grow"
            label="Part of the shelf"
            fieldId="companion-part"
            [options]="parts()"
            [formField]="form.fields.partId"
          />
          <p-text-field
            class="grow"
            label="In place of"
            fieldId="companion-original"
            [formField]="form.fields.original"
          />
          <p-number-field
            class="limit"
            label="It gets"
            fieldId="companion-limit"
            unit="min"
            [formField]="form.fields.limitMinutes"
          />
          <button class="tgt" type="submit">It is in</button>
        </div>
        <p class="fault" role="alert">{{ form.fault() }}</p>
      </form>
      @for (line of said(); track line) {
        <p class="mu">{{ line }}</p>
      }
    } @else if (!job().closed) {
      <button class="link" type="button" (click)="adding.set(true)">
        Memory, wireless card or battery went in
      </button>
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
  protected readonly adding = signal(false);
  protected readonly form = form(commandFields('fit-companion').omit({ companionId: true }), {
    draft: { of: () => this.job().id, name: 'companion' },
    empty: { kind: 'memory', partId: '', original: '', limitMinutes: 30 },
    send: (given) => {
      const refusal = this.desk.give(this.job(), { type: 'fit-companion', companionId: newId(), ...given });
      if (!refusal) this.adding.set(false);
      return refusal;
    },
  });
  protected readonly rolling = signal<string | null>(null);
  protected readonly why = emptyJobDraft(() => this.job().id, 'companion-why', '');
  protected readonly fault = signal('');
  protected readonly parts = computed(() =>
    this.shelf()
      .filter((part) => part.kind === this.form.typed().kind)
      .map((part) => ({ value: part.id, label: `${part.name}${part.inStock > 0 ? '' : ' (none here)'}` })),
  );
  protected readonly rows = computed(() =>
    // What went in on the way shows at Try and in Prove; here it stands once it has to come out again.
    rolled(this.job()).map((one) => {
      const over = overLimit(one, new Date(this.clock.now()));
      return { one, over, say: sayTrial(one, over) };
    }),
  );
  /** What the rules and the jobs here say of the part that is chosen. */
  protected readonly said = computed(() => {
    const part = this.shelf().find((one) => one.id === this.form.typed().partId);
    const model = this.models().find((one) => one.id === this.job().intake.modelId);
    if (!part || !model) return [];
    const seen = this.cases()
      .filter((one) => one.modelId === model.id && one.label === part.name)
      .map(
        (one) =>
          `Job ${one.jobNumber}: ${one.worked ? 'worked in this model' : `did not work, ${one.note}`}.`,
      );
    return [
      ...judgeCompanion(model, part)
        .filter((one) => one.outcome !== 'fits')
        .map((one) => one.sentence),
      ...seen,
    ];
  });

  protected judge(one: Change, outcome: 'works' | 'rolled-back'): void {
    const refusal = this.desk.give(this.job(), {
      type: 'judge-companion',
      companionId: one.id,
      outcome,
      note: this.why().trim(),
    });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.rolling.set(null);
    this.why.set('');
  }
}

const rolled = (job: JobState): Change[] =>
  rollableIn(job).filter((one) => one.fitted !== null || one.judged?.outcome === 'rolled-back');

function sayTrial({ judged, partReturned, limitMinutes, original }: Change, over: boolean): string {
  if (judged?.outcome === 'works') return 'works';
  if (judged) return `rolled back: ${judged.note}${partReturned ? '; back on the shelf' : ''}`;
  return over
    ? `its ${limitMinutes} min are over: say that it works, or roll it back`
    : `on trial, ${limitMinutes} min${original ? `, in place of ${original}` : ''}`;
}
