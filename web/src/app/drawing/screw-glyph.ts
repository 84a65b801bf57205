import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { sayScrew, type Screw } from '@petrichor/core/hardware';
import { COARSE_PITCH_MM, diameterMm } from '@petrichor/core/standards';

/**
 * CSS pixels per millimetre: 96 to the inch, 25.4 mm to the inch. True to life on a screen that is calibrated
 * so.
 */
const LIFE_SIZE = 96 / 25.4;

/** Head width over thread, and head height in mm, for drawing only (common practice, no source). */
const HEADS = {
  pan: { width: 1.9, heightMm: 1.4 },
  wafer: { width: 2.25, heightMm: 0.7 },
  flat: { width: 1.9, heightMm: 1.0 },
} as const;

/** A screw lying on its side, to scale: life size on the tray, larger where lengths have to be told apart. */
@Component({
  selector: 'p-screw',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let drawn = shape();
    <svg role="img" [attr.aria-label]="words()" [attr.width]="drawn.width" [attr.height]="drawn.height">
      <path class="shank" [attr.d]="drawn.shank" />
      <path class="thread" [attr.d]="drawn.thread" />
      <path class="head" [attr.d]="drawn.head" />
    </svg>
  `,
  styles: `
    :host {
      display: inline-block;
      flex: none;
    }
    path {
      stroke: var(--metal-lo);
      stroke-width: 1;
    }
    .shank {
      fill: var(--metal-hi);
    }
    .thread {
      fill: none;
    }
    .head {
      fill: var(--metal);
    }
  `,
})
export class ScrewGlyph {
  readonly screw = input.required<Screw>();
  /** 1 is life size. */
  readonly times = input(1);
  protected readonly words = computed(() => sayScrew(this.screw()));
  protected readonly shape = computed(() => {
    const { thread, lengthMm, head } = this.screw();
    const scale = LIFE_SIZE * this.times();
    const radius = (diameterMm(thread) / 2) * scale;
    const headRadius = radius * HEADS[head].width;
    const headEnd = 1 + HEADS[head].heightMm * scale;
    const tip = headEnd + lengthMm * scale;
    const middle = headRadius + 1;
    const pitch = COARSE_PITCH_MM[thread] * scale * (this.times() > 3 ? 1 : 1.6);
    const turns: string[] = [];
    for (let x = headEnd + pitch; x < tip - 1; x += pitch)
      turns.push(`M${n(x)} ${n(middle - radius)}L${n(x - pitch / 2)} ${n(middle + radius)}`);
    return {
      width: n(tip + 1),
      height: n(2 * middle),
      shank: `M${n(headEnd)} ${n(middle - radius)}H${n(tip - radius * 0.4)}L${n(tip)} ${n(middle - radius * 0.6)}V${n(middle + radius * 0.6)}L${n(tip - radius * 0.4)} ${n(middle + radius)}H${n(headEnd)}Z`,
      thread: turns.join(''),
      head:
        head === 'flat'
          ? `M1 ${n(middle - headRadius)}L${n(headEnd)} ${n(middle - radius)}V${n(middle + radius)}L1 ${n(middle + headRadius)}Z`
          : `M${n(headEnd)} ${n(middle - headRadius)}H${n(1 + (headEnd - 1) * 0.4)}Q1 ${n(middle - headRadius)} 1 ${n(middle - headRadius * 0.6)}V${n(middle + headRadius * 0.6)}Q1 ${n(middle + headRadius)} ${n(1 + (headEnd - 1) * 0.4)} ${n(middle + headRadius)}H${n(headEnd)}Z`,
    };
  });
}

const n = (value: number): number => Math.round(value * 100) / 100;
