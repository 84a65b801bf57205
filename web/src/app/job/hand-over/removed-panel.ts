import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import {
  commandFields,
  removedNow,
  removedParts,
  SAY_REMOVED,
  type JobState,
  type RemovedFate,
} from '@petrichor/core/job';
import { sayDate, sayMoney } from '@petrichor/core/units';
import { z } from 'zod';
import { JobDesk } from '../../state/jobs/job-desk';
import { type ChoiceOption } from '../../ui/choice';
import { MoneyField } from '../../ui/field/money-field';
import { SelectField } from '../../ui/field/select-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';
import { StateMark } from '../../ui/state-mark';

const asked = commandFields('settle-removed');
/** Day and amount belong to a fate each. */
const AskedSchema = asked
  .pick({ fate: true })
  .extend({ until: z.string(), amountMinor: asked.shape.amountMinor.nullable() });

/** Parts that came out for good besides the old drive: returned, kept until a date, or bought in. */
@Component({
  selector: 'p-removed-panel',
  imports: [FormField, MoneyField, SelectField, StateMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
    .fate {
      width: 230px;
    }
    .amount {
      width: 120px;
    }
  `,
  template: `
    @if (rows().length > 0) {
      <h2>Old parts</h2>
      <ul class="lines">
        @for (row of rows(); track row.what) {
          <li [attr.data-gate]="'removed:' + row.what">
            <span class="done"
              ><p-state-mark [mark]="row.says ? 'settled' : 'needs'" [size]="16" /><span
                ><b>{{ row.what }}</b> <span class="mu">{{ row.says }}</span></span
              ></span
            >
            <button class="tgt" type="button" (click)="asking.set(row.what)">
              {{ row.says ? 'Otherwise' : 'Settle' }}
            </button>
          </li>
        }
      </ul>
      @if (asking(); as what) {
        <form class="row" (submit)="form.send($event)" novalidate>
          <p-select-field
            class="fate"
            [label]="'Where ' + what + ' goes'"
            fieldId="removed-fate"
            [options]="fates"
            [formField]="form.fields.fate"
          />
          @if (form.typed().fate === 'kept') {
            <p-text-field
              label="Kept until"
              mono
              fieldId="removed-until"
              type="date"
              [formField]="form.fields.until"
            />
          }
          @if (form.typed().fate === 'bought-in') {
            <p-money-field
              class="amount"
              label="For"
              fieldId="removed-amount"
              [formField]="form.fields.amountMinor"
            />
          }
          <button class="tgt" type="submit">Keep it</button>
        </form>
      }
      <p class="fault" role="alert">{{ form.fault() }}</p>
    }
  `,
})
export class RemovedPanel {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly fates: readonly ChoiceOption<RemovedFate>[] = (
    Object.keys(SAY_REMOVED) as RemovedFate[]
  ).map((value) => ({
    value,
    label: SAY_REMOVED[value],
  }));
  /** Which part it is said of. */
  protected readonly asking = signal<string | null>(null);
  protected readonly form = form(AskedSchema, {
    draft: { of: () => this.job().id, name: 'removed' },
    empty: { fate: 'returned', until: '', amountMinor: null },
    send: ({ fate, until, amountMinor }) => {
      const what = this.asking() ?? '';
      const given = {
        type: 'settle-removed',
        what,
        fate,
        until: until || null,
        amountMinor: amountMinor ?? 0,
        note: '',
      } as const;
      const refusal = this.desk.give(this.job(), given);
      if (!refusal) this.asking.set(null);
      return refusal;
    },
  });
  protected readonly rows = computed(() =>
    removedParts(this.job()).map((what) => {
      const now = removedNow(this.job(), what);
      return {
        what,
        says: now
          ? `${SAY_REMOVED[now.fate]}${now.until ? ` until ${sayDate(now.until)}` : ''}${now.amountMinor > 0 ? `, ${sayMoney(now.amountMinor)}` : ''}`
          : '',
      };
    }),
  );
}
