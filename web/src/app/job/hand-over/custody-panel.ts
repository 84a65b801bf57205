import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { RouterLink } from '@angular/router';
import {
  commandFields,
  FATES,
  isHere,
  hadOldDrive,
  isUnfitToStay,
  mediumKnown,
  stillOut,
  sayCustody,
  type JobState,
  type OldDrive,
  type Refusal,
} from '@petrichor/core/job';
import { methodsFor, SANITISE_MEDIA, SanitiseMethodSchema } from '@petrichor/core/move';
import { z } from 'zod';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { RadioField } from '../../ui/field/radio-field';
import { SelectField } from '../../ui/field/select-field';
import { TextField } from '../../ui/field/text-field';
import { form, type TypedOf } from '../../ui/form';
import { StateMark } from '../../ui/state-mark';

const LEVEL_WORDS = { clear: 'Clear', purge: 'Purge', destroy: 'Destroy' } as const;

/** Day, method and tool belong to a fate each. */
const CustodySchema = commandFields('settle-old-drive')
  .pick({ fate: true, note: true })
  .extend({
    until: z.string(),
    mediumId: z.string().nullable(),
    method: SanitiseMethodSchema.or(z.literal('')),
    tool: z.string().trim().max(80),
    verified: z.string().trim().max(300),
  });

/**
 * The old drive's custody: with the customer, kept until a date, or sanitised by a method fit for its medium.
 */
@Component({
  selector: 'p-custody-panel',
  imports: [FormField, RouterLink, RadioField, SelectField, StateMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
    h2 {
      font: 650 21px/28px var(--f);
      margin: 8px 0;
    }
    .record > li {
      display: flex;
      gap: 10px;
      align-items: baseline;
      padding: 4px 0;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
    }
    .stack {
      display: grid;
      gap: 14px;
    }
  `,
  template: `
    <h2>{{ heading() }}</h2>
    @if (record().length > 0) {
      <ul class="record">
        @for (one of record(); track one.at) {
          <li>
            <p-state-mark mark="settled" [size]="16" /><span
              >{{ say(one) }} <span class="mu">{{ one.by.name }}, {{ when(one.at) }}</span></span
            >
          </li>
        }
      </ul>
    }
    @if (open()) {
      <form class="stack" [id]="'custody' + changeId()" (submit)="form.send($event)" novalidate>
        <p-radio-field
          [label]="heading()"
          quiet
          [fieldId]="'fate' + changeId()"
          [options]="fates()"
          [formField]="form.fields.fate"
        />
        @if (form.typed().fate === 'kept-as-fallback') {
          <p-text-field
            label="Kept until"
            mono
            [fieldId]="'until' + changeId()"
            type="date"
            [formField]="form.fields.until"
          />
        }
        @if (form.typed().fate === 'sanitised') {
          <p-select-field
            label="What the old drive is"
            fieldId="medium"
            [options]="media"
            placeholder="read its label"
            [hint]="
              known()
                ? 'As this job has read it; change it if the label says otherwise.'
                : 'Nothing on this job tells: look at the drive.'
            "
            [value]="mediumId()"
            (valueChange)="form.patch({ mediumId: $event })"
          />
          <p class="mu">
            Methods by NIST SP 800-88: Clear keeps out what programs can read, Purge a laboratory too, Destroy
            leaves no drive. Overwriting is not Purge on flash. The maker’s manual and the customer’s own
            rules come first.
          </p>
          <p-select-field
            label="Method"
            fieldId="method"
            [options]="methods()"
            placeholder="choose what was done"
            [hint]="methodNote()"
            [formField]="form.fields.method"
          />
          <p-text-field label="With which tool" fieldId="tool" [formField]="form.fields.tool" />
          <p-text-field label="How it was checked" fieldId="verified" [formField]="form.fields.verified" />
        }
        <p-text-field label="Note" [fieldId]="'fate-note' + changeId()" [formField]="form.fields.note" />
        <p class="fault" role="alert">{{ form.fault() }}</p>
      </form>
    }
    <div class="acts">
      @if (open()) {
        <button class="tgt" type="submit" [attr.form]="'custody' + changeId()">Settle it</button>
      }
      @if (record().length > 0) {
        <a class="tgt" [routerLink]="['/jobs', job().id, 'old-drive']">Its record, to print</a>
      }
    </div>
  `,
})
export class CustodyPanel {
  readonly job = input.required<JobState>();
  /** One of another place than the main drive's; null: that one. */
  readonly of = input<OldDrive | null>(null);
  protected readonly changeId = computed(() => this.of()?.changeId ?? '');
  protected readonly heading = computed(() => {
    const of = this.of();
    return of ? `Where ${of.label} goes, out of ${of.place}` : 'Where the old drive goes';
  });
  protected readonly record = computed(() =>
    this.job().custody.filter((one) => one.changeId === this.changeId()),
  );
  private readonly desk = inject(JobDesk);
  protected readonly say = sayCustody;
  protected readonly when = sayWhen;
  protected readonly form = form(CustodySchema, {
    draft: { of: () => `${this.job().id}${this.changeId()}`, name: 'custody' },
    empty: () => this.asKept(),
    send: (typed) => this.settle(typed),
  });
  /** Before hand-over everything may still be settled otherwise; afterwards only a drive that is here. */
  protected readonly open = computed(() => !this.job().closed || isHere(this.job(), this.changeId()));
  /**
   * What the drive is: as the job has read it, else as somebody says who looks at it; the level of every
   * method hangs on it.
   */
  protected readonly media = SANITISE_MEDIA.map((one) => ({ value: one.id, label: one.say }));
  protected readonly known = computed(() => (this.of() ? null : mediumKnown(this.job())));
  private readonly medium = computed(
    () => SANITISE_MEDIA.find((one) => one.id === this.form.typed().mediumId) ?? this.known(),
  );
  protected readonly mediumId = computed(() => {
    const now = this.medium();
    return (
      SANITISE_MEDIA.find((one) => one.medium === now?.medium && one.protocol === now.protocol)?.id ?? null
    );
  });
  private readonly does = computed(() => {
    const medium = this.medium();
    return medium ? methodsFor(medium) : [];
  });
  protected readonly methods = computed(() =>
    this.does().map((one) => ({ label: `${LEVEL_WORDS[one.level]}: ${one.say}`, value: one.id })),
  );
  protected readonly methodNote = computed(
    () => this.does().find((one) => one.id === this.form.typed().method)?.note ?? '',
  );
  /** Staying in use is a fate of a drive that is in the machine and reads well. */
  protected readonly fates = computed(() => {
    const job = this.job();
    const out = this.of() !== null || stillOut(job).some((item) => item.kind === 'drive') || hadOldDrive(job);
    return FATES.filter((one) => one.id !== 'stays-in-use' || (!out && !isUnfitToStay(job))).map((one) => ({
      value: one.id,
      label: one.say,
    }));
  });

  private asKept(): TypedOf<typeof CustodySchema> {
    const now = this.record().at(-1);
    const kept = now?.sanitised;
    return {
      fate: now?.fate ?? '',
      until: now?.until ?? '',
      mediumId: null,
      method: '',
      tool: kept?.tool ?? '',
      verified: kept?.verified ?? '',
      note: now?.note ?? '',
    };
  }

  private settle({
    fate,
    until,
    method,
    tool,
    verified,
    note,
  }: z.output<typeof CustodySchema>): Refusal | null {
    const medium = this.medium();
    const did = { tool, verified, medium: medium && { medium: medium.medium, protocol: medium.protocol } };
    return this.desk.give(this.job(), {
      type: 'settle-old-drive',
      ...(this.changeId() === '' ? {} : { changeId: this.changeId() }),
      fate,
      until: fate === 'kept-as-fallback' && until ? until : null,
      sanitised: fate === 'sanitised' && method ? { ...did, method } : null,
      note,
    });
  }
}
