import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Drawer } from 'primeng/drawer';
import { z } from 'zod';
import { HoldsFocus } from '../shell/modals';
import { TextField } from './field/text-field';
import { form } from './form';

const WhySchema = z.strictObject({ why: z.string() });

/**
 * Asks why before something is done: what it means (projected), the reason, and one button. What is typed
 * outlives a reload.
 */
@Component({
  selector: 'p-why-drawer',
  imports: [FormField, Drawer, HoldsFocus, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      [header]="heading()"
      position="right"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
    >
      <form class="why" (submit)="form.send($event)" novalidate>
        <p><ng-content /></p>
        <p-text-field
          [label]="label()"
          [fieldId]="name()"
          rows="4"
          [most]="most()"
          [formField]="form.fields.why"
        />
        <p class="fault" role="alert">{{ form.fault() }}</p>
        <button class="go big" type="submit">{{ act() }}</button>
      </form>
    </p-drawer>
  `,
  styles: `
    .why {
      display: grid;
      gap: 16px;
    }
  `,
})
export class WhyDrawer {
  readonly jobId = input.required<string>();
  /** Of the field, and of what is kept of it over a reload. */
  readonly name = input.required<string>();
  readonly heading = input.required<string>();
  readonly label = input.required<string>();
  /** What the button does. */
  readonly act = input.required<string>();
  /** Letters at most. */
  readonly most = input(200);
  /** Does it; a sentence where it is refused. */
  readonly done = input.required<(why: string) => string | null>();
  readonly open = model(false);
  protected readonly form = form(WhySchema, {
    draft: { of: () => `${this.jobId()}.${this.name()}`, name: 'drawer' },
    empty: { why: '' },
    send: ({ why }) => {
      const sentence = this.done()(why);
      if (sentence === null) this.open.set(false);
      return sentence === null ? null : { sentence };
    },
  });
}
