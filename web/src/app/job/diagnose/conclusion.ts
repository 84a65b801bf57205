import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { inHundred, type About, type DiagnosisKnowledge, type Looked } from '@petrichor/core/diagnose';
import { commandFields, type JobState } from '@petrichor/core/job';
import { Focus } from '../../shell/focus';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { RadioField } from '../../ui/field/radio-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';
import { StateMark } from '../../ui/state-mark';

/** What one concludes and why; what it means for Match; and a cure that needs no drive. */
@Component({
  selector: 'p-conclusion',
  imports: [FormField, RadioField, StateMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
    .wide {
      max-width: 900px;
    }
  `,
  template: `
    <h2>Conclusion</h2>
    <div class="stack wide">
      @if (made(); as made) {
        <p class="done">
          <p-state-mark mark="settled" [size]="16" /><span
            ><b>{{ made.say }}</b
            >: {{ made.reason }}
            <span class="mu">({{ made.by.name }}, {{ when(made.at) }}{{ weighedThen() }})</span></span
          >
        </p>
        <p>{{ made.cure }}{{ lookFor() }}</p>
      }
      <form class="stack" (submit)="form.send($event)" novalidate>
        <p-radio-field
          label="What is it?"
          columns
          [fieldId]="about() + '-cause'"
          [options]="causes()"
          [formField]="form.fields.causeId"
        />
        <p-text-field
          [label]="otherwise() ? 'Why you conclude otherwise' : 'Why'"
          [fieldId]="about() + '-reason'"
          rows="2"
          [hint]="otherwise() || cure()"
          [formField]="form.fields.reason"
        />
        <p class="fault" role="alert">{{ form.fault() }}</p>
        <div>
          <button class="tgt" type="submit">{{ made() ? 'Conclude this instead' : 'Conclude' }}</button>
        </div>
      </form>
      @if (curable()) {
        <form class="stack" (submit)="cured.send($event)" novalidate>
          <h2>Cured without a drive</h2>
          <p class="caution">
            The machine is closed up again before it goes on to Prove. Opening it: the way of this model,
            battery off first.
          </p>
          <p-text-field label="What you did" fieldId="cure-what" rows="2" [formField]="cured.fields.what" />
          <p-text-field
            label="How you know that it helped"
            fieldId="cure-checked"
            rows="2"
            [formField]="cured.fields.checked"
          />
          <p class="fault" role="alert">{{ cured.fault() }}</p>
          <div><button class="tgt" type="submit">Record the cure and go on to Prove</button></div>
        </form>
      }
    </div>
  `,
})
export class ConclusionPart {
  readonly job = input.required<JobState>();
  readonly about = input.required<About>();
  readonly edition = input.required<DiagnosisKnowledge>();
  readonly looked = input.required<Looked | null>();
  private readonly desk = inject(JobDesk);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly hands = inject(Focus);
  protected readonly when = sayWhen;
  protected readonly made = computed(() =>
    this.about() === 'before' ? this.job().conclusion : this.job().afterConclusion,
  );
  /** Before and after the swap are concluded apart, and so are their drafts. */
  protected readonly form = form(commandFields('conclude').pick({ causeId: true, reason: true }), {
    draft: { of: () => this.job().id + (this.about() === 'before' ? '' : '.after'), name: 'conclusion' },
    empty: () => ({ causeId: this.made()?.causeId ?? '', reason: this.made()?.reason ?? '' }),
    send: (given) => this.desk.give(this.job(), { type: 'conclude', about: this.about(), ...given }),
  });
  protected readonly cured = form(commandFields('cure'), {
    draft: { of: () => this.job().id, name: 'cure' },
    empty: () => ({ what: this.job().cured?.what ?? '', checked: this.job().cured?.checked ?? '' }),
    send: (given) => this.desk.give(this.job(), { type: 'cure', ...given }),
  });
  /** In the edition's order: a list that rearranges itself under the hand is misread. */
  protected readonly causes = computed(() => {
    const chances = new Map((this.looked()?.weighing.ranked ?? []).map((one) => [one.cause.id, one.now]));
    return this.edition().causes.map(({ id, say, remedy }) => {
      const chance = chances.get(id);
      const noDrive = remedy.kind === 'no-drive' && this.about() === 'before';
      return {
        value: id,
        label: `${say}${noDrive ? ' (no drive needed)' : ''}`,
        detail: chance === undefined ? '' : String(inHundred(chance)),
      };
    });
  });
  protected readonly cure = computed(
    () => this.edition().causes.find((one) => one.id === this.form.typed().causeId)?.cure ?? '',
  );
  protected readonly otherwise = computed(() => {
    const first = this.looked()?.weighing.ranked[0];
    if (
      !first ||
      this.form.typed().causeId === '' ||
      first.cause.id === this.form.typed().causeId ||
      first.now < 0.3
    )
      return '';
    return `The weights say: ${first.cause.say.toLowerCase()}, ${inHundred(first.now)} in 100. What they do not know is worth writing down.`;
  });
  protected readonly weighedThen = computed(() => {
    const made = this.made();
    if (!made?.weighed) return '';
    const { causeId, say, chance } = made.weighed;
    return causeId === made.causeId
      ? `; the weights said so, too, ${inHundred(chance)} in 100`
      : `; the weights said ${say.toLowerCase()}, ${inHundred(chance)} in 100`;
  });
  protected readonly lookFor = computed(() => {
    const remedy = this.made()?.remedy;
    if (this.about() === 'after' || remedy?.kind !== 'replace-drive') return '';
    const { usedGb, wantedGb } = this.job().need;
    const size = wantedGb !== null ? `, ${wantedGb} GB or more` : '';
    return ` Match looks for ${remedy.medium === 'flash' ? 'a solid-state drive' : 'a drive'}${size}${usedGb !== null ? `; ${usedGb} GB are in use` : ''}.`;
  });
  protected readonly curable = computed(
    () =>
      this.about() === 'before' &&
      this.job().phase === 'diagnose' &&
      this.job().conclusion?.remedy.kind === 'no-drive',
  );

  focus(): void {
    this.host.nativeElement.scrollIntoView({ block: 'start' });
    this.hands.to(this.host, 'input:checked', 'input');
  }
}
