import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, model, signal } from '@angular/core';
import type { Settles } from '@petrichor/core/fit';
import type { Drive, Slot } from '@petrichor/core/hardware';
import type { JobCommand, JobState } from '@petrichor/core/job';
import { Drawer } from 'primeng/drawer';
import { HoldsFocus } from '../../shell/modals';
import { JobDesk } from '../../state/jobs/job-desk';
import { Choice } from '../../ui/choice';
import { NumberField } from '../../ui/number-field';

/** The one look or measurement that settles something: a length, a figure off a label, or one of a few answers. */
@Component({
  selector: 'p-look-drawer',
  imports: [Drawer, HoldsFocus, Choice, NumberField],
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
        <form (submit)="$event.preventDefault(); keep()">
          <p class="ask" id="look-ask">{{ ask.ask }}{{ ask.ask.endsWith('?') ? '' : '.' }}</p>
          @if (ask.choices.length > 0) {
            <div class="answers" role="group" aria-labelledby="look-ask">
              @for (choice of ask.choices; track choice.value) {
                <button class="tgt big" type="button" (click)="answer(choice.value)">{{ choice.say }}</button>
              }
            </div>
            <p class="fault" role="alert">{{ fault() }}</p>
          } @else {
            <div class="field">
              <label for="reading">{{ isWatts() ? 'Watts on the label' : 'What you read' }}</label>
              <p-number-field inputId="reading" [unit]="isWatts() ? 'W' : 'mm'" [value]="reading()" (valueChange)="reading.set($event)" />
              <p class="fault" role="alert">{{ fault() }}</p>
            </div>
            @if (!isWatts()) {
              <span class="visually-hidden" id="tool-label">Read with</span>
              <p-choice labelledBy="tool-label" [options]="tools" [value]="tool()" (valueChange)="tool.set($event)" />
            }
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
  readonly drive = input.required<Drive | null>();
  readonly slot = input.required<Slot | null>();
  readonly settles = input.required<Settles | null>();
  readonly open = model(false);
  private readonly desk = inject(JobDesk);
  protected readonly isWatts = computed(() => this.settles()?.key === 'peakWatts');
  /** Empty again for the next question. */
  protected readonly reading = linkedSignal<Settles | null, number | null>({ source: this.settles, computation: () => null });
  protected readonly tool = signal<'callipers' | 'ruler'>('callipers');
  protected readonly tools = [
    { label: 'callipers ±0.05', value: 'callipers' },
    { label: 'ruler ±0.5', value: 'ruler' },
  ] as const;
  protected readonly fault = signal('');

  protected answer(value: string): void {
    const settles = this.settles();
    const at = settles?.of === 'model' ? 'model' : this.slot()?.id;
    if (settles && at) this.give({ type: 'look', at, key: settles.key, answer: value });
  }

  protected keep(): void {
    const settles = this.settles();
    const value = this.reading();
    const [drive, slot] = [this.drive(), this.slot()];
    if (!settles || !slot) return;
    if (value === null) return this.fault.set(this.isWatts() ? 'Type the watts on the label.' : 'Type what you read, in mm.');
    if (settles.of === 'slot') return this.give({ type: 'look', at: slot.id, key: settles.key, answer: { mm: value, with: this.tool() } });
    if (!drive) return;
    if (settles.key === 'peakWatts') return this.give({ type: 'read-label', driveId: drive.id, watts: value });
    const key = settles.key === 'bottomHeight' ? 'bottomHeight' : 'topHeight';
    this.give({ type: 'measure-drive', driveId: drive.id, key, mm: value, with: this.tool() });
  }

  private give(command: JobCommand): void {
    const refusal = this.desk.give(this.job(), command);
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.open.set(false);
  }
}
