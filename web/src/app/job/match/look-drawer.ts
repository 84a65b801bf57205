import { ChangeDetectionStrategy, Component, computed, inject, input, model, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import type { Settles } from '@petrichor/core/fit';
import type { Drive, Slot } from '@petrichor/core/hardware';
import { OF_MODEL, type JobCommand, type JobState, type Refusal } from '@petrichor/core/job';
import { Drawer } from 'primeng/drawer';
import { z } from 'zod';
import { HoldsFocus } from '../../shell/modals';
import { JobDesk } from '../../state/jobs/job-desk';
import { ChoiceField } from '../../ui/field/choice-field';
import { NumberField } from '../../ui/field/number-field';
import { form, type TypedOf } from '../../ui/form';

const ReadingSchema = z.strictObject({
  reading: z.number('Type what you read.'),
  tool: z.enum(['callipers', 'ruler']),
});

/**
 * The one look or measurement that settles something: a length, a figure off a label, or one of a few
 * answers.
 */
@Component({
  selector: 'p-look-drawer',
  imports: [FormField, ChoiceField, Drawer, HoldsFocus, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      [header]="settles()?.choices?.length ? 'Look' : 'Measure'"
      position="right"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
    >
      @if (settles(); as ask) {
        <form (submit)="form.send($event)" novalidate>
          <p class="ask" id="look-ask">{{ ask.ask }}{{ ask.ask.endsWith('?') ? '' : '.' }}</p>
          @if (ask.choices.length > 0) {
            <div class="answers" role="group" aria-labelledby="look-ask">
              @for (choice of ask.choices; track choice.value) {
                <button class="tgt big" type="button" (click)="answer(choice.value)">{{ choice.say }}</button>
              }
            </div>
            <p class="fault" role="alert">{{ fault() }}</p>
          } @else {
            <p-number-field
              [label]="isWatts() ? 'Watts on the label' : 'What you read'"
              fieldId="reading"
              [unit]="isWatts() ? 'W' : 'mm'"
              [formField]="form.fields.reading"
            />
            @if (!isWatts()) {
              <p-choice-field
                label="Read with"
                quiet
                fieldId="tool"
                [options]="tools"
                [formField]="form.fields.tool"
              />
            }
            <p class="fault" role="alert">{{ form.fault() }}</p>
            <button class="go big" type="submit">Keep this reading</button>
          }
        </form>
      }
    </p-drawer>
  `,
  styles: `
    form,
    .answers {
      display: grid;
      gap: 16px;
    }
    .ask {
      font-size: 18px;
      line-height: 24px;
    }
  `,
})
export class LookDrawer {
  readonly job = input.required<JobState>();
  readonly drive = input<Drive | null>(null);
  readonly slot = input<Slot | null>(null);
  /** Where looks at a part in its place are kept. */
  readonly beside = input<string | null>(null);
  readonly settles = input.required<Settles | null>();
  readonly open = model(false);
  private readonly desk = inject(JobDesk);
  protected readonly isWatts = computed(() => this.settles()?.key === 'peakWatts');
  protected readonly form = form(ReadingSchema, {
    // Empty again for the next question.
    empty: (): TypedOf<typeof ReadingSchema> => {
      this.settles();
      return { reading: null, tool: 'callipers' };
    },
    send: ({ reading, tool }) => this.keep(reading, tool),
  });
  protected readonly tools = [
    { label: 'callipers ±0.05', value: 'callipers' },
    { label: 'ruler ±0.5', value: 'ruler' },
  ] as const;
  protected readonly fault = signal('');

  protected answer(value: string): void {
    const settles = this.settles();
    const at = settles?.of === 'model' ? OF_MODEL : (this.beside() ?? this.slot()?.id);
    if (settles && at)
      this.fault.set(this.give({ type: 'look', at, key: settles.key, answer: value })?.sentence ?? '');
  }

  private keep(reading: number, tool: 'callipers' | 'ruler'): Refusal | null {
    const settles = this.settles();
    const [drive, slot] = [this.drive(), this.slot()];
    if (!settles || !slot) return null;
    if (settles.of === 'slot')
      return this.give({ type: 'look', at: slot.id, key: settles.key, answer: { mm: reading, with: tool } });
    if (!drive) return null;
    if (settles.key === 'peakWatts')
      return this.give({ type: 'read-label', driveId: drive.id, watts: reading });
    const key = settles.key === 'bottomHeight' ? 'bottomHeight' : 'topHeight';
    return this.give({ type: 'measure-drive', driveId: drive.id, key, mm: reading, with: tool });
  }

  private give(command: JobCommand): Refusal | null {
    const refusal = this.desk.give(this.job(), command);
    if (!refusal) this.open.set(false);
    return refusal;
  }
}
