import { ChangeDetectionStrategy, Component, computed, inject, input, model } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import {
  mayReplanAt,
  nextThing,
  type JobCommand,
  type JobState,
  type StepProgress,
} from '@petrichor/core/job';
import { Drawer } from 'primeng/drawer';
import { z } from 'zod';
import { HoldsFocus } from '../../shell/modals';
import { JobDesk } from '../../state/jobs/job-desk';
import { RadioField, type RadioOption } from '../../ui/field/radio-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';

const WITHOUT = ['left', 'not-here', 'stuck'] as const;
type Without = (typeof WITHOUT)[number];
const ACT: Record<Without, string> = {
  left: 'Go on without',
  'not-here': 'It is not here',
  stuck: 'Find another way',
};

/**
 * A step that cannot be done as it stands: it is left, this machine does not have it, or it does not come.
 * With the last two the rest of the way is planned anew, where nothing new is in yet.
 */
@Component({
  selector: 'p-without-drawer',
  imports: [FormField, Drawer, HoldsFocus, RadioField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      header="Go on without"
      position="right"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
    >
      @if (open()) {
        <form (submit)="form.send($event)" novalidate>
          <p>{{ title() }}</p>
          <p-text-field
            label="What happened"
            fieldId="why-short"
            rows="3"
            most="200"
            [formField]="form.fields.reason"
          />
          @if (options().length > 1) {
            <p-radio-field
              label="What it is"
              fieldId="without"
              [options]="options()"
              [formField]="form.fields.way"
            />
          }
          <p class="mu">{{ means() }}</p>
          <p class="fault" role="alert">{{ form.fault() }}</p>
          <button class="go big" type="submit">{{ act() }}</button>
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
export class WithoutDrawer {
  readonly job = input.required<JobState>();
  /** The step at hand. */
  readonly here = input.required<StepProgress | null>();
  readonly open = model(false);
  private readonly desk = inject(JobDesk);
  protected readonly title = computed(() => this.here()?.step.title ?? '');
  protected readonly options = computed((): readonly RadioOption<Without>[] => {
    const here = this.here();
    const left = { value: 'left' as const, label: 'Lost, or left open: it is settled later' };
    if (!here || !mayReplanAt(this.job(), here.step)) return [left];
    const next = nextThing(here);
    const what = next && next.moved > 0 ? `the rest of ${next.thing.label}` : 'this';
    return [
      left,
      { value: 'not-here', label: `Not here: this machine does not have ${what}` },
      { value: 'stuck', label: 'It does not come: lead me around it' },
    ];
  });
  /** What was picked, as long as that is offered: something new may be in meanwhile. */
  private readonly picked = computed((): Without => {
    const way = this.form.fields.way().value();
    return this.options().find(({ value }) => value === way)?.value ?? 'left';
  });
  protected readonly means = computed(() => MEANS[this.picked()]);
  protected readonly act = computed(() => ACT[this.picked()]);
  protected readonly form = form(z.strictObject({ reason: z.string(), way: z.enum(WITHOUT) }), {
    draft: { of: () => `${this.job().id}.${this.here()?.step.id ?? ''}`, name: 'without' },
    empty: { reason: '', way: 'left' },
    send: ({ reason }) => {
      const command = this.command(this.picked(), reason);
      const refusal = command && this.desk.give(this.job(), command);
      if (!refusal) this.open.set(false);
      return refusal;
    },
  });

  private command(way: Without, reason: string): JobCommand | null {
    const here = this.here();
    if (!here) return null;
    const stepId = here.step.id;
    if (way === 'left') return { type: 'leave-short', stepId, reason };
    if (way === 'stuck') return { type: 'does-not-come', stepId, reason };
    // What is begun is not here as far as it is left; else the whole step is not.
    const next = nextThing(here);
    const begun = Object.values(here.moved).some((moved) => moved > 0);
    return next && begun
      ? { type: 'not-here', stepId, key: next.thing.key, from: next.moved, reason }
      : { type: 'not-here', stepId, key: null, from: 0, reason };
  }
}

const MEANS: Record<Without, string> = {
  left: 'The step counts as done; what is not back stays on the tray and has to be put back or waived before the job closes.',
  'not-here': 'Nothing of it is asked for on the way back. Everything done so far stands.',
  stuck:
    'The rest of the way is planned anew from here. Where nothing leads around it, that is said, and nothing changes.',
};
