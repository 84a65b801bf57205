import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { sayMm } from '@petrichor/core/units';

const WIDTH = 300;

/**
 * What is left between a drive and what it must not touch: the likely range, the worst case, and where it
 * touches.
 */
@Component({
  selector: 'p-air-left',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 640 84" role="img" [attr.aria-label]="words()">
      <text class="head" x="0" y="30">{{ name() }}</text>
      <text class="small" x="0" y="50">mm, {{ parts() }} parts added</text>
      @if (d(); as at) {
        @if (at.zero > 0) {
          <rect class="touch" x="150" y="14" [attr.width]="at.zero" height="36" />
          <line class="wall" [attr.x1]="150 + at.zero" [attr.x2]="150 + at.zero" y1="10" y2="52" />
          <text class="small clay" [attr.x]="150 + at.zero / 2" y="8" text-anchor="middle">
            {{ at.zero > 44 ? 'touches' : '' }}
          </text>
        }
        <line class="whisker" [attr.x1]="150 + at.worst" [attr.x2]="150 + at.best" y1="32" y2="32" />
        <path
          class="whisker-end"
          [attr.d]="'M' + (150 + at.worst) + ' 26v12M' + (150 + at.best) + ' 26v12'"
        />
        <rect class="likely" [attr.x]="150 + at.from" y="24" [attr.width]="at.to - at.from" height="16" />
        <line class="middle" [attr.x1]="150 + at.margin" [attr.x2]="150 + at.margin" y1="18" y2="46" />
        <line class="axis" x1="150" x2="450" y1="56" y2="56" />
        @for (tick of at.ticks; track tick.x) {
          <line class="axis" [attr.x1]="150 + tick.x" [attr.x2]="150 + tick.x" y1="56" y2="61" />
          <text class="m small" [attr.x]="150 + tick.x" y="76" text-anchor="middle">{{ tick.say }}</text>
        }
      }
      <text class="small" x="466" y="30">{{ verdict() }}</text>
      <text class="small" x="466" y="48">worst case {{ mm(worst()) }}</text>
    </svg>
  `,
  styles: `
    svg {
      width: 100%;
      height: auto;
    }
    .head {
      font-size: 15px;
      font-weight: 650;
    }
    .small {
      font-size: 13px;
      fill: var(--deep);
    }
    .clay {
      fill: var(--clay);
      font-weight: 650;
    }
    .touch {
      fill: url(#h-clay);
    }
    .wall {
      stroke: var(--clay);
      stroke-width: 2;
    }
    .whisker {
      stroke: var(--moss);
      stroke-width: 1.5;
      stroke-dasharray: 4 3;
    }
    .whisker-end,
    .middle {
      stroke: var(--moss);
      stroke-width: 2;
    }
    .middle {
      stroke-width: 4;
    }
    .likely {
      fill: var(--moss-wash);
      stroke: var(--moss);
      stroke-width: 1.5;
    }
    .axis {
      stroke: var(--deep);
    }
  `,
})
export class AirLeft {
  readonly name = input('Air left');
  readonly margin = input.required<number>();
  readonly plusMinus = input.required<number>();
  readonly worst = input.required<number>();
  readonly parts = input.required<number>();
  protected readonly mm = sayMm;

  protected readonly verdict = computed(() => {
    if (this.worst() >= 0) return 'certain';
    if (this.margin() - this.plusMinus() >= 0) return '19 in 20';
    return this.margin() + this.plusMinus() >= 0 ? 'cannot tell' : 'does not go in';
  });
  protected readonly words = computed(
    () =>
      `${this.name()}: ${sayMm(this.margin())} mm ± ${sayMm(this.plusMinus())}, worst case ${sayMm(this.worst())}: ${this.verdict()}`,
  );
  protected readonly d = computed(() => {
    const margin = this.margin();
    const best = 2 * margin - this.worst();
    const low = Math.min(0, this.worst());
    const high = Math.max(0.2, best);
    const step = [0.1, 0.2, 0.5, 1, 2, 5, 10].find((one) => (high - low) / one <= 6) ?? 20;
    const from = Math.floor(low / step) * step - (low < 0 ? 0 : step);
    const to = Math.ceil(high / step) * step;
    const x = (mm: number) => Math.round(((mm - from) / (to - from)) * WIDTH * 10) / 10;
    const ticks = Array.from({ length: Math.round((to - from) / step) + 1 }, (_, at) => from + at * step);
    return {
      zero: x(0),
      worst: x(this.worst()),
      best: x(best),
      from: x(margin - this.plusMinus()),
      to: x(margin + this.plusMinus()),
      margin: x(margin),
      ticks: ticks.map((mm) => ({ x: x(mm), say: mm === 0 ? '0' : `${mm > 0 ? '+' : ''}${sayMm(mm)}` })),
    };
  });
}
