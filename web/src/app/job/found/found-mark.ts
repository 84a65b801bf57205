import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** What a place is like, as a shape; a word stands beside it. */
export type FoundMarkName = 'as-guide' | 'empty' | 'holds' | 'missing' | 'something-else' | 'nobody';

@Component({
  selector: 'p-found-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg width="16" height="16" viewBox="-9 -9 18 18" aria-hidden="true">
      @switch (mark()) {
        @case ('as-guide') {
          <path class="settled" d="M-7 0.5L-2.5 5L7 -5.5" />
        }
        @case ('empty') {
          <rect class="box" x="-7" y="-6" width="14" height="12" />
        }
        @case ('holds') {
          <rect class="box" x="-7" y="-6" width="14" height="12" />
          <rect class="block" x="-4" y="-3" width="8" height="6" />
        }
        @case ('missing') {
          <path class="needs" d="M1 -6H-6V6H6V0" />
        }
        @case ('something-else') {
          <rect class="box" x="-7" y="-6" width="14" height="12" />
          <path class="block" d="M0 -4.5L4.5 0L0 4.5L-4.5 0Z" />
        }
        @case ('nobody') {
          <rect class="nobody" x="-7" y="-6" width="14" height="12" />
        }
      }
    </svg>
  `,
  styles: `
    :host {
      display: inline-block;
      flex: none;
      line-height: 0;
    }
    .settled {
      fill: none;
      stroke: var(--moss);
      stroke-width: 2.6;
    }
    .box {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.8;
    }
    .block {
      fill: var(--ink);
    }
    .needs {
      fill: none;
      stroke: var(--ochre);
      stroke-width: 3;
    }
    .nobody {
      fill: url(#h-soft);
      stroke: var(--muted);
      stroke-width: 1.4;
      stroke-dasharray: 3 2;
    }
  `,
})
export class FoundMark {
  readonly mark = input.required<FoundMarkName>();
}
