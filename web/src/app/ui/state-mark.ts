import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** Every state has a shape; colour only repeats it, and a word stands beside it. */
export type MarkName = 'ready-in' | 'ready-out' | 'other-hands' | 'own' | 'needs' | 'stop' | 'settled';

@Component({
  selector: 'p-state-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.width]="size()" [attr.height]="size()" viewBox="-9 -9 18 18" aria-hidden="true">
      @switch (mark()) {
        @case ('ready-in') {
          <path class="rain" d="M-7.5 -5.5H7.5L0 7.5Z" />
        }
        @case ('ready-out') {
          <path class="rain" d="M-7.5 5.5H7.5L0 -7.5Z" />
        }
        @case ('other-hands') {
          <path class="outline" d="M-6.5 5H6.5L0 -6.5Z" />
        }
        @case ('own') {
          <rect class="own" x="-8" y="-5" width="16" height="10" />
        }
        @case ('needs') {
          <path class="needs" d="M1 -6H-6V6H6V0" />
        }
        @case ('stop') {
          <path class="stop" d="M-8 -6.5H8V-1.5H-8ZM-8 1.5H8V6.5H-8Z" />
        }
        @case ('settled') {
          <path class="settled" d="M-7 0.5L-2.5 5L7 -5.5" />
        }
      }
    </svg>
  `,
  styles: `
    :host {
      display: inline-block;
      flex: none;
    }
    .rain {
      fill: var(--rain);
    }
    .outline {
      fill: none;
      stroke: var(--rain);
      stroke-width: 2;
    }
    .own {
      fill: url(#h-rain);
      stroke: var(--rain);
      stroke-width: 1.5;
    }
    .needs {
      fill: none;
      stroke: var(--ochre);
      stroke-width: 3;
    }
    .stop {
      fill: var(--clay);
    }
    .settled {
      fill: none;
      stroke: var(--moss);
      stroke-width: 2.6;
    }
  `,
})
export class StateMark {
  readonly mark = input.required<MarkName>();
  readonly size = input(18);
}
