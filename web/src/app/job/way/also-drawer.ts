import { ChangeDetectionStrategy, Component, inject, input, model } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { commandFields, type AlsoKind, type JobState } from '@petrichor/core/job';
import { Drawer } from 'primeng/drawer';
import { HoldsFocus } from '../../shell/modals';
import { JobDesk } from '../../state/jobs/job-desk';
import { ChoiceField } from '../../ui/field/choice-field';
import { NumberField } from '../../ui/field/number-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';

/** Something comes out that the guide does not know of: on the tray at once, with its way back. */
@Component({
  selector: 'p-also-drawer',
  imports: [FormField, ChoiceField, Drawer, HoldsFocus, NumberField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      header="Also out"
      position="right"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
    >
      @if (open()) {
        <form (submit)="form.send($event)" novalidate>
          <p>
            The guide has no step for it. It goes on the tray like everything else, and back in when this step
            is undone.
          </p>
          <p-text-field
            label="What came out"
            fieldId="also-what"
            placeholder="felt pad over the socket"
            [formField]="form.fields.label"
          />
          <p-choice-field
            label="What kind of thing"
            quiet
            class="kinds"
            [options]="kinds"
            [formField]="form.fields.kind"
          />
          <p-number-field label="How many" fieldId="also-count" unit="" [formField]="form.fields.count" />
          <p class="fault" role="alert">{{ form.fault() }}</p>
          <button class="go big" type="submit">On the tray</button>
        </form>
      }
    </p-drawer>
  `,
  styles: `
    form {
      display: grid;
      gap: 14px;
    }
  `,
})
export class AlsoDrawer {
  readonly job = input.required<JobState>();
  readonly open = model(false);
  private readonly desk = inject(JobDesk);
  protected readonly kinds: readonly { value: AlsoKind; label: string }[] = [
    { value: 'part', label: 'part' },
    { value: 'screws', label: 'screws' },
    { value: 'lead', label: 'lead' },
    { value: 'tape', label: 'tape' },
  ];
  protected readonly form = form(commandFields('also-out'), {
    draft: { of: () => this.job().id, name: 'also' },
    empty: { label: '', kind: 'part', count: 1 },
    send: (given) => {
      const refusal = this.desk.give(this.job(), { type: 'also-out', ...given });
      if (!refusal) this.open.set(false);
      return refusal;
    },
  });
}
