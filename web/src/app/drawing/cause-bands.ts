import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { inHundred, sayFactor, sayTimesSign } from '@petrichor/core/diagnose';
import { KeyBox } from '../ui/key-box';
import { BANDS, bandsShape } from './cause-bands.geometry';
import { TEXTURES } from './texture-patterns';

/** What the bands are drawn from: causes in the order they lie in, and findings in the order they came. */
export interface BandsModel {
  readonly causes: readonly {
    readonly id: string;
    readonly say: string;
    readonly short: string;
    readonly chances: readonly number[];
    readonly factors: readonly number[];
  }[];
  readonly findings: readonly {
    readonly key: string;
    /** Null: several together, which cannot be left out as one. */
    readonly observation: string | null;
    /** `Told`, `Read`. */
    readonly sense: string;
    readonly say: string;
    readonly detail: string;
    readonly leftOut: boolean;
  }[];
  /** `18 jobs like it`. */
  readonly before: string;
  /** What raised the leading cause most, in words. */
  readonly why: string;
}

const HEIGHT = 284;
const WIDTH = 832;
/** A factor nearer to 1 than this is not marked. */
const MARKED = 1.3;
const MOST_MARKS = 2;

/** Causes as bands whose thickness is their chance; each finding is a line they bend at. */
@Component({
  selector: 'p-cause-bands',
  imports: [KeyBox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll">
      <div class="heads" [style.width.px]="width">
        <span class="head before"><span class="k">Before</span>{{ model().before }}</span>
        @for (one of heads(); track one.id) {
          @if (one.observation && !fixed()) {
            <button
              type="button"
              class="head"
              [class.out]="one.leftOut"
              [style.left.px]="one.x"
              [style.width.px]="one.width"
              [attr.aria-pressed]="one.leftOut"
              [title]="whole(one) + (one.leftOut ? ' Count it again' : ' Leave it out and see')"
              (click)="toggled.emit(one.observation)"
            >
              <span class="k"><p-key [name]="one.number" /> {{ one.leftOut ? 'Out' : one.sense }}</span
              ><span class="say">{{ one.say }}</span>
              @if (one.detail) {
                <b>{{ one.detail }}</b>
              }
            </button>
          } @else {
            <span class="head" [style.left.px]="one.x" [style.width.px]="one.width" [title]="whole(one)"
              ><span class="k">{{ one.sense }}</span
              ><span class="say">{{ one.say }}</span>
              @if (one.detail) {
                <b>{{ one.detail }}</b>
              }
            </span>
          }
        }
        <span class="head now" [style.left.px]="shape().nowAt + 12"
          ><span class="k">Now</span>{{ model().why }}<br /><span class="mu">{{
            fixed() ? '' : 'A key leaves its finding out'
          }}</span></span
        >
      </div>
      <svg
        role="img"
        [attr.aria-label]="words()"
        [attr.width]="width"
        [attr.height]="height"
        [attr.viewBox]="'0 0 ' + width + ' ' + height"
      >
        @for (band of drawn(); track band.id) {
          <path [attr.d]="band.path" [style.fill]="band.ground" />
          <path [attr.d]="band.path" [style.fill]="band.pattern" />
          <path class="edge" [attr.d]="band.edge" />
        }
        <path class="frame" [attr.d]="'M0 0H' + width + 'M0 ' + height + 'H' + width" />
        <path class="now-line" [attr.d]="'M' + shape().nowAt + ' 0V' + height" />
        @for (x of shape().lines; track $index) {
          <path
            class="line"
            [class.out]="model().findings[$index]!.leftOut"
            [attr.d]="'M' + x + ' 0V' + height"
          />
          <path class="arrow" [attr.d]="'M' + (x - 5) + ' -7h10l-5 7z'" />
        }
        @for (mark of marks(); track mark.key) {
          <g [attr.transform]="'translate(' + mark.x + ' ' + mark.y + ')'">
            <title>{{ mark.words }}</title>
            <rect class="mark" [class.up]="mark.up" x="-28" y="-11" width="56" height="22" />
            <path
              [class.filled]="mark.up"
              class="wedge"
              [attr.d]="mark.up ? 'M-22 4.5h9l-4.5 -8.5z' : 'M-22 -4h9l-4.5 8.5z'"
            />
            <text class="m" x="24" y="5" text-anchor="end">{{ mark.say }}</text>
          </g>
        }
        @for (label of befores(); track label.id) {
          <text class="before-label" x="8" [attr.y]="label.y">
            <tspan class="strong">{{ label.chance }}</tspan>
            {{ label.short }}
          </text>
        }
        @for (label of nows(); track label.id) {
          @if (label.large) {
            <text [attr.x]="label.x" [attr.y]="label.y - 8">
              <tspan class="number">{{ label.chance }}</tspan>
              <tspan class="of" dx="9">in 100</tspan>
            </text>
            @for (line of label.lines; track $index) {
              <text class="name" [attr.x]="label.x" [attr.y]="label.y + 18 + $index * 21">{{ line }}</text>
            }
          } @else {
            <text class="small-label" [attr.x]="label.x" [attr.y]="label.y">
              <tspan class="strong">{{ label.chance }}</tspan>
              {{ label.short }}
            </text>
          }
        }
      </svg>
    </div>
  `,
  styles: `
    .scroll {
      overflow-x: auto;
      overflow-y: hidden;
    }
    /* A tablet held upright is a little narrower than the drawing. */
    @media (max-width: 880px) {
      .scroll > * {
        zoom: 0.93;
      }
    }
    .heads {
      position: relative;
      height: 108px;
    }
    .head {
      position: absolute;
      top: 0;
      max-height: 104px;
      overflow: hidden;
      font-size: 14px;
      line-height: 16px;
      overflow-wrap: anywhere;
    }
    .head b {
      font-weight: 650;
    }
    /* Whole lines; what is longer ends in a mark, and its title holds all of it. */
    .head :is(b, .say) {
      display: -webkit-box;
      -webkit-box-orient: vertical;
      -webkit-line-clamp: 2;
      overflow: hidden;
    }
    .head .say {
      -webkit-line-clamp: 3;
    }
    button.head:hover {
      background: var(--rain-wash);
    }
    .before {
      left: 0;
      width: 66px;
    }
    .now {
      width: 190px;
    }
    .k {
      display: flex;
      white-space: nowrap;
      gap: 6px;
      align-items: center;
      margin-bottom: 3px;
      font-size: 13px;
      line-height: 20px;
      color: var(--muted);
    }
    .out {
      color: var(--muted);
      text-decoration: line-through;
    }
    svg {
      margin-top: 8px;
    }
    .edge {
      fill: none;
      stroke: var(--deep);
      stroke-width: 1.1;
    }
    .frame {
      stroke: var(--ink);
      stroke-width: 1.6;
    }
    .now-line {
      stroke: var(--ink);
      stroke-width: 1.2;
    }
    .line {
      stroke: var(--ink);
      stroke-width: 1.2;
      stroke-dasharray: 1 4;
    }
    .line.out {
      opacity: 0.3;
    }
    .arrow {
      fill: var(--ink);
    }
    .mark {
      fill: var(--panel);
      stroke: var(--deep);
      stroke-width: 1;
    }
    .mark.up {
      stroke-width: 1.6;
    }
    .wedge {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.2;
    }
    .wedge.filled {
      fill: var(--ink);
    }
    .m {
      font-size: 13.5px;
      font-weight: 700;
    }
    .before-label,
    .small-label {
      font-size: 14px;
      paint-order: stroke;
      stroke: var(--halo, transparent);
    }
    .strong {
      font-weight: 700;
    }
    .number {
      font-size: 40px;
      font-weight: 700;
    }
    .of {
      font-size: 15px;
      fill: var(--muted);
    }
    .name {
      font-size: 18px;
      font-weight: 650;
    }
  `,
})
export class CauseBands {
  readonly model = input.required<BandsModel>();
  /** Looked at only: nothing is left out to see. */
  readonly fixed = input(false);
  readonly toggled = output<string>();
  protected readonly whole = ({ say, detail }: { say: string; detail: string }): string =>
    `${say}.${detail ? ` ${detail}.` : ''}`;
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly shape = computed(() =>
    bandsShape(this.model().causes, this.model().findings.length, WIDTH, HEIGHT),
  );
  protected readonly heads = computed(() => {
    const { lines, nowAt } = this.shape();
    const { findings } = this.model();
    const column = findings.length > 1 ? sure(lines[1]) - sure(lines[0]) : BANDS.columnMost;
    // Where columns are too narrow for words, every second or third has them; all are named in the list
    // below.
    const every = Math.max(1, Math.ceil(BANDS.columnLeast / column));
    return findings
      .map(({ key, ...one }, at) => {
        const x = sure(lines[at]) - column / 2 + 3;
        return {
          ...one,
          id: key,
          at,
          number: String(at + 1),
          x,
          width: Math.min(column * every - 8, nowAt - x - 4),
        };
      })
      .filter((one) => one.at % every === 0);
  });
  protected readonly drawn = computed(() =>
    this.shape().bands.map((band, at) => ({ ...band, ...textureOf(at, this.shape().bands.length) })),
  );
  protected readonly marks = computed(() => {
    const { causes } = this.model();
    const { lines, bands } = this.shape();
    return lines.flatMap((x, at) => {
      const strongest = causes
        .map((cause, which) => ({ cause, which, factor: cause.factors[at] ?? 1 }))
        .filter(
          ({ factor, which }) =>
            strength(factor) > MARKED && sure(sure(bands[which]).at[at + 1]).thickness > 4,
        )
        .sort((one, other) => strength(other.factor) - strength(one.factor))
        .slice(0, MOST_MARKS);
      const placed = strongest.map(({ cause, which, factor }) => ({
        key: `${at}/${cause.id}`,
        x,
        y: Math.min(HEIGHT - 12, Math.max(12, sure(sure(bands[which]).at[at + 1]).middle)),
        up: factor > 1,
        say: sayTimesSign(factor),
        words: `${cause.say}: ${sayFactor(factor)}`,
      }));
      return apart(placed);
    });
  });
  protected readonly befores = computed(() =>
    this.model().causes.flatMap((cause, at) => {
      const { middle, thickness } = sure(sure(this.shape().bands[at]).at[0]);
      return thickness < 15
        ? []
        : [{ id: cause.id, y: middle + 5, chance: inHundred(sure(cause.chances[0])), short: cause.short }];
    }),
  );
  protected readonly nows = computed(() =>
    this.model().causes.flatMap((cause, at) => {
      const { middle, thickness } = sure(sure(this.shape().bands[at]).at.at(-1));
      if (thickness < 14) return [];
      const lines = wrap(cause.say, 21);
      // What is left over is never what one reads first.
      const large = cause.id !== 'others' && cause.id !== 'none' && thickness >= 40 + lines.length * 21;
      return [
        {
          id: cause.id,
          x: this.shape().nowAt + 12,
          y: middle + (large ? 0 : 5),
          chance: inHundred(sure(cause.chances.at(-1))),
          short: cause.say.length > 24 ? cause.short : cause.say,
          large,
          lines,
        },
      ];
    }),
  );
  protected readonly words = computed(() => {
    const now = this.model().causes.map(
      (cause) => `${cause.say} ${inHundred(sure(cause.chances.at(-1)))} in 100`,
    );
    return `Causes after ${this.model().findings.length} findings: ${now.join('; ')}.`;
  });
}

const strength = (factor: number): number => (factor > 0 ? Math.max(factor, 1 / factor) : 1);

/** The last band, 'none of these', always has the empty ground's texture. */
const textureOf = (at: number, count: number) =>
  at === count - 1 ? sure(TEXTURES.at(-1)) : sure(TEXTURES[at % (TEXTURES.length - 1)]);

/** Two marks on one line do not cover one another. */
function apart<T extends { y: number }>(marks: readonly T[]): T[] {
  const sorted = [...marks].sort((one, other) => one.y - other.y);
  for (let at = 1; at < sorted.length; at++) {
    const gap = sure(sorted[at]).y - sure(sorted[at - 1]).y;
    if (gap < 25) sorted[at] = { ...sure(sorted[at]), y: Math.min(HEIGHT - 12, sure(sorted[at - 1]).y + 25) };
  }
  return sorted;
}

function wrap(text: string, most: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + word.length + 1 <= most)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines.slice(0, 3);
}
