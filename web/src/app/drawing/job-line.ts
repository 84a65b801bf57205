import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { PHASES, SAY_PHASE } from '@petrichor/core/job';
import type { MarkName } from '../ui/state-mark';
import { jobLineShape, type JobLineSize } from './job-line.geometry';

const MARK_PATH: Record<MarkName, { path: string; filled: boolean; tone: string }> = {
  'ready-in': { path: 'M-7.5 -5.5H7.5L0 7.5Z', filled: true, tone: 'var(--rain)' },
  'ready-out': { path: 'M-7.5 5.5H7.5L0 -7.5Z', filled: true, tone: 'var(--rain)' },
  'other-hands': { path: 'M-6.5 5H6.5L0 -6.5Z', filled: false, tone: 'var(--rain)' },
  own: { path: 'M-8 -5H8V5H-8Z', filled: true, tone: 'url(#h-rain)' },
  needs: { path: 'M1 -6H-6V6H6V0', filled: false, tone: 'var(--ochre)' },
  stop: { path: 'M-8 -6.5H8V-1.5H-8ZM-8 1.5H8V6.5H-8Z', filled: true, tone: 'var(--clay)' },
  settled: { path: 'M-7 0.5L-2.5 5L7 -5.5', filled: false, tone: 'var(--moss)' },
};

/**
 * A job as a way down into the machine and up again: solid is walked, the marker is the state, ochre ticks
 * are what is still out.
 */
@Component({
  selector: 'p-job-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let line = shape();
    <svg role="img" [attr.aria-label]="words()" [attr.width]="line.width" [attr.height]="line.height">
      @for (stratum of line.strata; track stratum.y) {
        <rect
          x="0"
          [attr.y]="stratum.y"
          [attr.width]="line.width"
          [attr.height]="stratum.height"
          [style.fill]="stratum.fill"
        />
      }
      @if (line.strata.length > 0) {
        <path class="air" [attr.d]="line.air" />
      }
      <path class="whole" [attr.d]="line.whole" />
      <path class="walked" [attr.d]="line.walked" [attr.stroke-width]="line.lineWidth" />
      @for (node of line.ahead; track $index) {
        <circle class="ahead" [attr.cx]="node.x" [attr.cy]="node.y" r="1.8" />
      }
      @for (tick of line.ticks; track $index) {
        <path class="tick" [attr.d]="'M' + tick.x + ' ' + tick.y1 + 'V' + tick.y2" />
      }
      <g
        [attr.transform]="
          'translate(' + line.marker.x + ' ' + line.marker.y + ') scale(' + line.markSize / 16 + ')'
        "
      >
        <circle class="halo" r="10" />
        <path
          [attr.d]="drawn().path"
          [style.fill]="drawn().filled ? drawn().tone : 'none'"
          [style.stroke]="drawn().filled ? 'none' : drawn().tone"
          stroke-width="2.8"
        />
      </g>
    </svg>
  `,
  styles: `
    :host {
      display: block;
      flex: none;
    }
    .air {
      fill: var(--air);
    }
    .whole {
      fill: none;
      stroke: var(--muted);
      stroke-width: 1.4;
      stroke-dasharray: 3 3;
    }
    .walked {
      fill: none;
      stroke: var(--ink);
      stroke-linejoin: round;
    }
    .ahead {
      fill: var(--panel);
      stroke: var(--muted);
      stroke-width: 1.2;
    }
    .tick {
      stroke: var(--tick);
      stroke-width: 2.4;
    }
    .halo {
      fill: var(--panel);
      opacity: 0.9;
    }
  `,
})
export class JobLine {
  readonly size = input<JobLineSize>('list');
  readonly at = input.required<number>();
  readonly ticks = input<readonly number[]>([]);
  readonly out = input(0);
  readonly mark = input.required<MarkName>();
  protected readonly shape = computed(() => jobLineShape(this.size(), this.at(), this.ticks()));
  protected readonly drawn = computed(() => MARK_PATH[this.mark()]);
  /** `at way out, 14 things out` */
  protected readonly words = computed(() => {
    const phase = SAY_PHASE[PHASES[Math.floor(this.at())] ?? 'intake'].toLowerCase();
    const out = this.out();
    return `at ${phase}, ${out === 0 ? 'nothing out' : out === 1 ? 'one thing out' : `${out} things out`}`;
  });
}
