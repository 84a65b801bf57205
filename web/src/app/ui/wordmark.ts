import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** The mark: the way down and up again, with what lies open between. */
@Component({
  selector: 'p-wordmark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg width="26" height="20" viewBox="0 0 26 20" aria-hidden="true">
      <path class="legs" d="M0 3H4L13 18L22 3H26" />
      <path class="bars" d="M8.8 7.5H17.2M11 11.6H15" />
    </svg>
    <span>{{ word() }}</span>
  `,
  styles: `
    :host {
      display: inline-flex;
      gap: 10px;
      align-items: center;
      font: 700 22px/26px var(--f);
      letter-spacing: -0.01em;
    }
    .legs {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2.6;
      stroke-linejoin: round;
    }
    .bars {
      stroke: var(--rain);
      stroke-width: 2;
    }
  `,
})
export class Wordmark {
  readonly word = input('Petrichor');
}
