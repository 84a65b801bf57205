import { ChangeDetectionStrategy, Component } from '@angular/core';

/** Hatches that all drawings share. Hatched means: time without hands, or closed ground. */
@Component({
  selector: 'p-hatch-patterns',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg width="0" height="0" aria-hidden="true">
      <defs>
        <pattern
          id="h-rain"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <rect width="6" height="6" class="rain-ground" />
          <rect width="6" height="2" class="rain-line" />
        </pattern>
        <pattern
          id="h-soft"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <rect width="6" height="1.6" class="soft-line" />
        </pattern>
        <pattern
          id="h-clay"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <rect width="6" height="2" class="clay-line" />
        </pattern>
      </defs>
    </svg>
  `,
  styles: `
    svg {
      position: absolute;
    }
    .rain-ground {
      fill: var(--rain-wash);
    }
    .rain-line {
      fill: var(--rain);
      opacity: 0.62;
    }
    .soft-line {
      fill: var(--line-strong);
      opacity: 0.75;
    }
    .clay-line {
      fill: var(--clay);
      opacity: 0.55;
    }
  `,
})
export class HatchPatterns {}
