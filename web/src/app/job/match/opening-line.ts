import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { OpeningLine } from '@petrichor/core/job';
import { sayMinutes } from '@petrichor/core/units';
import type { Row } from './change-list';

const [WIDTH, TOP, FLOOR, SLOPE] = [400, 10, 58, 16];

/** One opening for all: across is minutes, down is depth; each valley is a change with what it adds. */
@Component({
  selector: 'p-opening-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let d = drawn();
    <h2>{{ say() }}</h2>
    <p class="mu small">{{ more() }}</p>
    <svg viewBox="0 0 400 98" role="img" [attr.aria-label]="words()">
      <rect class="ground" x="0" y="10" width="400" height="24" />
      <rect class="deep" x="0" y="34" width="400" height="32" />
      <path class="air" [attr.d]="d.air" />
      <path class="line" [attr.d]="d.line" />
      @for (one of d.valleys; track one.number) {
        <circle [class.in-hand]="one.inHand" [attr.cx]="one.x" cy="80" r="10" />
        <text class="number" [class.in-hand]="one.inHand" [attr.x]="one.x" y="85" text-anchor="middle">
          {{ one.number }}
        </text>
        <text class="m" [attr.x]="one.x + 13" y="85">+{{ one.minutes }}</text>
      }
      <text class="m" x="2" y="85">in {{ d.into }}</text>
      <text class="m" x="398" y="85" text-anchor="end">out {{ d.out }}</text>
    </svg>
  `,
  styles: `
    :host {
      display: block;
      padding: 10px 20px 6px;
      border-top: 2px solid var(--ink);
    }
    svg {
      width: 100%;
      height: auto;
      margin-top: 4px;
    }
    h2 {
      font: 650 17px/24px var(--f);
    }
    .ground {
      fill: var(--s1);
    }
    .deep {
      fill: var(--s3);
    }
    .air {
      fill: var(--panel);
    }
    .line {
      fill: none;
      stroke: var(--ink);
      stroke-width: 3;
      stroke-linejoin: round;
    }
    circle {
      fill: var(--ink);
    }
    circle.in-hand {
      fill: var(--rain);
    }
    .number {
      fill: var(--panel);
      font-size: 13px;
      font-weight: 700;
    }
    .number.in-hand {
      fill: var(--on-rain);
    }
    .m {
      font-size: 12px;
    }
  `,
})
export class OpeningLineDrawing {
  readonly line = input.required<OpeningLine>();
  readonly rows = input.required<readonly Row[]>();
  readonly inHand = input.required<string | null>();

  protected readonly say = computed(() => {
    const { minutes, turns, start } = this.line();
    const parts = [sayMinutes(minutes), turns === 1 ? '1 turn' : `${turns} turns`];
    return `${this.rows().length === 1 ? 'The opening' : 'One opening for all'}: ${parts.join(', ')}, ${
      start.possible ? 'tried while open' : 'tried once closed'
    }`;
  });
  protected readonly more = computed(() => {
    const { waitMinutes } = this.line();
    return waitMinutes < 0.5
      ? 'By the guide.'
      : `By the guide; ${sayMinutes(waitMinutes)} of it go on their own.`;
  });
  protected readonly words = computed(() => {
    const { inMinutes, outMinutes, each } = this.line();
    const adds = each.map(({ minutes }, at) => `change ${at + 1} ${round(minutes)}`);
    return `Way in ${round(inMinutes)} minutes, ${adds.join(', ')}, way out ${round(outMinutes)}`;
  });
  protected readonly drawn = computed(() => {
    const { inMinutes, outMinutes, each } = this.line();
    const total = Math.max(
      1,
      inMinutes + outMinutes + each.reduce((sum, one) => sum + Math.max(0, one.minutes), 0),
    );
    // Every leg is wide enough for its words; the rest is shared by minutes.
    const least = 46;
    const spare = WIDTH - least * (each.length + 2);
    const wide = (minutes: number) => least + (Math.max(0, spare) * Math.max(0, minutes)) / total;
    let x = wide(inMinutes);
    const path = [`M0 ${TOP}H${Math.max(0, x - SLOPE * 2)}`];
    const valleys = this.rows().map((row) => {
      const minutes = each.find((one) => one.id === row.id)?.minutes ?? 0;
      const [from, to] = [x, x + wide(minutes)];
      // What adds nothing of its own has no valley: it is done on the way.
      path.push(minutes > 0 ? `L${from} ${FLOOR}H${to - SLOPE}` : `L${from} ${TOP + 14}H${to - SLOPE}`);
      path.push(`L${to - SLOPE / 2} ${TOP + 20}`);
      x = to;
      return {
        number: row.number,
        inHand: row.id === this.inHand(),
        minutes: round(minutes),
        x: (from + to) / 2 - 16,
      };
    });
    path.push(`L${Math.min(WIDTH - 4, x + SLOPE)} ${TOP}H${WIDTH}`);
    const line = path.join('');
    return { line, air: `${line}V0H0Z`, valleys, into: round(inMinutes), out: round(outMinutes) };
  });
}

const round = (minutes: number): number => Math.round(minutes);
