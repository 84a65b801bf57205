import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { JobState } from '@petrichor/core/job';
import type { Paper } from '@petrichor/core/sheets';
import { drawMat } from '@petrichor/core/teardown';
import { savePdf } from '../../ui/save-pdf';
import { PaperChoice } from '../../ui/paper-choice';

/** The screw places of this way as a PDF at 1:1, to lay the screws on. */
@Component({
  selector: 'p-mat-button',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (guide()) {
      <button class="link" type="button" [disabled]="busy()" (click)="print()">
        Screw mat ({{ paper.name() }}, PDF)
      </button>
      <button
        class="link"
        type="button"
        [attr.aria-label]="'Print on ' + other() + ' instead'"
        (click)="paper.name.set(other())"
      >
        {{ other() }}
      </button>
      <span class="fault" role="alert">{{ fault() }}</span>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      gap: 12px;
      flex-wrap: wrap;
    }
  `,
})
export class MatButton {
  readonly job = input.required<JobState>();
  protected readonly paper = inject(PaperChoice);
  protected readonly guide = computed(() => this.job().way?.guide ?? null);
  protected readonly other = computed((): Paper => (this.paper.name() === 'A4' ? 'Letter' : 'A4'));
  protected readonly busy = signal(false);
  protected readonly fault = signal('');

  protected async print(): Promise<void> {
    const [guide, way] = [this.guide(), this.job().way];
    if (!guide || !way) return;
    this.busy.set(true);
    const { number, intake } = this.job();
    const mat = () =>
      drawMat(guide, way.steps, `${intake.modelName}, job ${number}`, this.paper.name()).sheets;
    this.fault.set(await savePdf(`screw-mat-${number}.pdf`, mat));
    this.busy.set(false);
  }
}
