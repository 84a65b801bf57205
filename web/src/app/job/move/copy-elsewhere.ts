import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { commandFields, SAY_COMPARED, type Compared, type JobState } from '@petrichor/core/job';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { type ChoiceOption } from '../../ui/choice';
import { ChoiceField } from '../../ui/field/choice-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';
import { StateMark } from '../../ui/state-mark';

const CopySchema = commandFields('state-copy').shape.copy.unwrap();

/**
 * A copy that was made with a tool of one's own: stated, so that the record and the customer's page know of
 * it.
 */
@Component({
  selector: 'p-copy-elsewhere',
  imports: [FormField, ChoiceField, StateMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Made elsewhere</h2>
    @for (one of job().move.copies; track one.at) {
      <p class="stated">
        <p-state-mark mark="settled" [size]="16" />
        <span
          >{{ one.what === 'all' ? 'All of it' : 'The files' }} copied with {{ one.made }},
          {{ say[one.compared] }}. <span class="mu">{{ one.by.name }}, {{ when(one.at) }}</span></span
        >
      </p>
    }
    @if (job().move.copies.length > 0) {
      <button class="tgt" type="button" (click)="takeBack()">That is not so: take it back</button>
    } @else {
      <p class="mu">A copy that the dock did not make counts once somebody says with what it was made.</p>
      <form (submit)="form.send($event)" novalidate>
        <div class="row">
          <p-choice-field
            label="What was copied"
            quiet
            fieldId="copy-what"
            [options]="whats"
            [formField]="form.fields.what"
          />
          <p-text-field label="With what, and where" fieldId="copy-made" [formField]="form.fields.made" />
        </div>
        <div class="row">
          <p-choice-field
            label="How it was compared"
            quiet
            fieldId="copy-compared"
            [options]="compareds"
            [formField]="form.fields.compared"
          />
          <button class="tgt" type="submit">It is made</button>
        </div>
      </form>
    }
    <p class="fault" role="alert">{{ form.fault() || fault() }}</p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      margin-top: 20px;
      padding-top: 12px;
      border-top: 1px solid var(--line);
    }
    form {
      display: grid;
      gap: 10px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
    }
    p-text-field {
      flex: 1 1 240px;
    }
    .stated {
      display: flex;
      gap: 8px;
    }
  `,
})
export class CopyElsewhere {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly say = SAY_COMPARED;
  protected readonly when = sayWhen;
  protected readonly fault = signal('');
  protected readonly whats = [
    { label: 'all of it', value: 'all' },
    { label: 'the files', value: 'files' },
  ] as readonly ChoiceOption<'all' | 'files'>[];
  protected readonly compareds: readonly ChoiceOption<Compared | ''>[] = (
    Object.keys(SAY_COMPARED) as Compared[]
  ).map((value) => ({
    value,
    label: SAY_COMPARED[value],
  }));
  /** Nothing is taken for compared that nobody said was. */
  protected readonly form = form(CopySchema, {
    draft: { of: () => this.job().id, name: 'copy' },
    empty: { what: 'all', made: '', compared: '' },
    send: (copy) => this.desk.give(this.job(), { type: 'state-copy', copy }),
  });

  protected takeBack(): void {
    this.fault.set(this.desk.give(this.job(), { type: 'state-copy', copy: null })?.sentence ?? '');
  }
}
