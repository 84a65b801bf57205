import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { commandFields } from '@petrichor/core/job';
import { Dialog } from 'primeng/dialog';
import { HoldsFocus } from '../../shell/modals';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';

/** A lead takes something against its verdict: why, in a sentence that goes into the record. */
@Component({
  selector: 'p-take-against',
  imports: [Dialog, FormField, HoldsFocus, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog
      header="Take it against the verdict"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
      [motionOptions]="{ disabled: true }"
    >
      <form (submit)="form.send($event)" novalidate>
        <p>{{ because() }}</p>
        <p class="mu">
          Your name and reason go into the record. Once the job proves it, it stands as evidence on the model.
        </p>
        <p-text-field
          label="Why all the same"
          fieldId="override-reason"
          rows="3"
          [formField]="form.fields.reason"
        />
        <p class="fault" role="alert">{{ form.fault() }}</p>
        <button class="go big" type="submit">Take it all the same</button>
      </form>
    </p-dialog>
  `,
  styles: `
    form {
      display: grid;
      gap: 12px;
      width: min(520px, 80vw);
    }
  `,
})
export class TakeAgainst {
  readonly open = model(false);
  readonly jobId = input.required<string>();
  readonly because = input.required<string>();
  /** Takes it; a sentence where it is refused. */
  readonly take = input.required<(reason: string) => string>();
  protected readonly form = form(commandFields('override-fit').pick({ reason: true }), {
    draft: { of: () => this.jobId(), name: 'override' },
    empty: { reason: '' },
    send: ({ reason }) => {
      const sentence = this.take()(reason);
      if (sentence !== '') return { sentence };
      this.open.set(false);
      return null;
    },
  });
}
