import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { commandFields, type Change, type JobState } from '@petrichor/core/job';
import { sayMoney } from '@petrichor/core/units';
import { JobDesk } from '../../state/jobs/job-desk';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';

/** What a planned change needs beside its thing; each can be done without, with what is done instead. */
@Component({
  selector: 'p-extras-of',
  imports: [FormField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (rows().length > 0) {
      <h3 class="mu small">Besides</h3>
      <ul>
        @for (row of rows(); track row.id) {
          <li>
            <span
              >{{ row.label }}
              @if (row.by) {
                <span class="mu small">{{ row.by }}</span>
              }
            </span>
            <span class="m">{{ row.price }}</span>
            @if (row.declined) {
              <button class="link" type="button" (click)="take(row.id)">Do it after all</button>
            } @else {
              <button
                class="link"
                type="button"
                [attr.aria-expanded]="asked() === row.id"
                (click)="ask(row.id)"
              >
                Do without
              </button>
            }
            @if (asked() === row.id && !row.declined) {
              <form (submit)="form.send($event)" novalidate>
                <p-text-field
                  label="What is done instead"
                  [fieldId]="'instead-' + row.id"
                  placeholder="lead insulated and tied away"
                  [formField]="form.fields.instead"
                />
                <button class="tgt" type="submit">So it is done</button>
              </form>
            }
          </li>
        }
      </ul>
      <p class="fault" role="alert">{{ form.fault() || fault() }}</p>
    }
  `,
  styles: `
    li {
      display: grid;
      grid-template-columns: 1fr auto auto;
      gap: 4px 10px;
      align-items: baseline;
      padding: 4px 0;
    }
    form {
      grid-column: 1/-1;
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 8px;
      align-items: end;
    }
  `,
})
export class ExtrasOf {
  readonly job = input.required<JobState>();
  readonly change = input.required<Change>();
  private readonly desk = inject(JobDesk);
  protected readonly asked = signal<string | null>(null);
  protected readonly fault = signal('');
  protected readonly rows = computed(() => {
    const { verdict, declined } = this.change();
    return (verdict?.extras ?? []).map(({ id, label, item }) => {
      const by = declined.find((one) => one.extraId === id);
      const price = item?.priceMinor ?? null;
      return {
        id,
        label,
        declined: by !== undefined,
        by: by ? `so said by ${by.by.name}` : '',
        price: price === null ? '' : sayMoney(price),
      };
    });
  });
  protected readonly form = form(commandFields('decline-extra').pick({ instead: true }), {
    draft: { of: () => `${this.job().id}.${this.change().id}`, name: 'decline-extra' },
    empty: { instead: '' },
    send: ({ instead }) => {
      const extraId = this.asked();
      if (extraId === null) return null;
      const declined = { type: 'decline-extra', changeId: this.change().id, extraId, instead } as const;
      const refusal = this.desk.give(this.job(), declined);
      if (!refusal) this.asked.set(null);
      return refusal;
    },
  });

  protected ask(id: string): void {
    this.asked.update((now) => (now === id ? null : id));
  }

  protected take(extraId: string): void {
    const again = { type: 'take-extra', changeId: this.change().id, extraId } as const;
    this.fault.set(this.desk.give(this.job(), again)?.sentence ?? '');
  }
}
