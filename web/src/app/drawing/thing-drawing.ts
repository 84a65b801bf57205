import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Thing } from '@petrichor/core/identify';

/** A thing one may have in the hand, to scale: outline, notches, holes and contacts. */
@Component({
  selector: 'p-thing-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (d(); as at) {
      <svg [attr.viewBox]="at.box" [style.width.px]="at.width" aria-hidden="true">
        <rect class="body" x="0" y="0" [attr.width]="at.lengthMm" [attr.height]="at.widthMm" rx="0.8" />
        @if (at.contacts === 'edge') {
          <rect class="gold" x="0" y="1" width="3" [attr.height]="at.widthMm - 2" />
        } @else if (at.contacts === 'plug') {
          <rect class="gold" x="0" [attr.y]="at.widthMm * 0.2" width="3" [attr.height]="at.widthMm * 0.22" />
          <rect class="gold" x="0" [attr.y]="at.widthMm * 0.47" width="3" [attr.height]="at.widthMm * 0.36" />
        } @else if (at.contacts === 'pins') {
          <rect
            class="pins"
            x="0"
            [attr.y]="at.widthMm * 0.15"
            width="2.2"
            [attr.height]="at.widthMm * 0.6"
          />
        }
        @for (notch of at.notchesMm; track notch) {
          <rect class="cut" x="-0.5" [attr.y]="notch - 0.6" width="4.2" height="1.2" />
        }
        @for (hole of at.holes; track $index) {
          <circle class="cut" [attr.cx]="hole.xMm" [attr.cy]="hole.yMm" [attr.r]="hole.acrossMm / 2" />
        }
      </svg>
    }
  `,
  styles: `
    svg {
      height: auto;
      max-width: 100%;
    }
    .body {
      fill: var(--board);
      stroke: var(--board-ink);
      stroke-width: 0.5;
    }
    .gold {
      fill: var(--ochre);
    }
    .pins {
      fill: var(--metal);
    }
    .cut {
      fill: var(--panel);
      stroke: var(--board-ink);
      stroke-width: 0.4;
    }
  `,
})
export class ThingDrawing {
  readonly thing = input.required<Thing>();
  /** Pixels a millimetre: the same for all that stand beside one another. */
  readonly scale = input(1.5);
  protected readonly d = computed(() => {
    const drawn = this.thing().drawn;
    return (
      drawn && {
        ...drawn,
        box: `-1 -1 ${drawn.lengthMm + 2} ${drawn.widthMm + 2}`,
        width: (drawn.lengthMm + 2) * this.scale(),
      }
    );
  });
}
