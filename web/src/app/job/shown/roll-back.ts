import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { originalOf, type Change, type JobState } from '@petrichor/core/job';
import { JobDesk } from '../../state/jobs/job-desk';
import { emptyJobDraft } from '../../ui/draft';
import { TextField } from '../../ui/field/text-field';

/** One change taken out again without the others: why, then what was there back in, then the part away. */
@Component({
  selector: 'p-roll-back',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host,
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: end;
    }
    form {
      flex: 1 1 320px;
    }
    p-text-field {
      flex: 1 1 200px;
    }
  `,
  template: `
    @if (change().judged?.outcome !== 'rolled-back') {
      @if (asking()) {
        <form (submit)="$event.preventDefault(); roll()">
          <p-text-field
            label="What did not work"
            [fieldId]="'roll-why-' + change().id"
            most="300"
            [(value)]="why"
          />
          <button class="tgt" type="submit">Roll it back</button>
        </form>
      } @else {
        <button class="link" type="button" (click)="asking.set(true)">Roll back</button>
      }
    } @else if (original() !== '' && !change().originalRefitted) {
      <button class="tgt" type="button" (click)="undo('original-refitted')">{{ original() }} refitted</button>
    } @else if (!change().partReturned) {
      <button class="tgt" type="button" (click)="undo('part-returned')">{{ away() }}</button>
    }
    <p class="fault" role="alert">{{ fault() }}</p>
  `,
})
export class RollBack {
  readonly job = input.required<JobState>();
  readonly change = input.required<Change>();
  private readonly desk = inject(JobDesk);
  protected readonly asking = signal(false);
  protected readonly fault = signal('');
  protected readonly why = emptyJobDraft(() => `${this.job().id}.${this.change().id}`, 'roll-why', '');
  protected readonly original = computed(() => originalOf(this.job(), this.change()));
  protected readonly away = computed(() =>
    this.change().thing?.from === 'own' ? 'Back to the customer' : 'Back on the shelf',
  );

  protected roll(): void {
    const refusal = this.desk.give(this.job(), {
      type: 'judge-companion',
      companionId: this.change().id,
      outcome: 'rolled-back',
      note: this.why().trim(),
    });
    this.fault.set(refusal?.sentence ?? '');
    if (!refusal) this.why.set('');
  }

  protected undo(step: 'original-refitted' | 'part-returned'): void {
    const undone = { type: 'undo-companion', companionId: this.change().id, step } as const;
    this.fault.set(this.desk.give(this.job(), undone)?.sentence ?? '');
  }
}
