import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { SAY_NOTE, type JobState } from '@petrichor/core/job';
import { z } from 'zod';
import { JobDesk } from '../../state/jobs/job-desk';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';

const WordsSchema = z.strictObject({
  text: z.string().trim().min(1, 'Write down what to look at.').max(2000),
});

/** What to look at when this machine is here again: on the customer's page, and told at Take in. */
@Component({
  selector: 'p-next-time',
  imports: [FormField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (!job().closed || noted().length > 0) {
      <h2>{{ say }}</h2>
    }
    @if (noted().length > 0) {
      <ul class="lines">
        @for (text of noted(); track $index) {
          <li>{{ text }}</li>
        }
      </ul>
    }
    @if (!job().closed) {
      <form (submit)="form.send($event)" novalidate>
        <p-text-field
          label="Hinge, fan, battery: what to see again"
          fieldId="next-time"
          [formField]="form.fields.text"
        />
        <button class="tgt" type="submit">Keep it</button>
      </form>
      <p class="fault" role="alert">{{ form.fault() }}</p>
    }
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 8px;
      align-items: end;
    }
  `,
})
export class NextTime {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly say = SAY_NOTE['next-time'];
  protected readonly noted = computed(() =>
    this.job()
      .notes.filter(({ kind }) => kind === 'next-time')
      .map(({ text }) => text),
  );
  protected readonly form = form(WordsSchema, {
    draft: { of: () => this.job().id, name: 'next-time' },
    empty: { text: '' },
    send: ({ text }) => this.desk.give(this.job(), { type: 'note', text, stepId: null, kind: 'next-time' }),
  });
}
