import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { inHundred } from '@petrichor/core/diagnose';

export interface OutcomeColumn {
  readonly title: string;
  readonly foot: string;
  readonly settled: boolean;
  /** From the top, in the order of the bands. */
  readonly parts: readonly {
    readonly id: string;
    readonly short: string;
    readonly chance: number;
    readonly ground: string;
    readonly pattern: string;
  }[];
}

const WIDTH = 84;
const HEIGHT = 118;
const STEP = 122;
const TOP = 34;

/** The causes now, and as each outcome of a test would leave them; textures as in the bands. */
@Component({
  selector: 'p-outcome-columns',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      role="img"
      [attr.aria-label]="words()"
      [attr.width]="364"
      [attr.height]="top + height + 38"
      [attr.viewBox]="'0 0 364 ' + (top + height + 38)"
    >
      @for (column of drawn(); track $index) {
        <g [attr.transform]="'translate(' + column.x + ' 0)'">
          @for (line of column.title; track $index) {
            <text class="title" x="0" [attr.y]="12 + $index * 15">{{ line }}</text>
          }
          @for (part of column.parts; track part.id) {
            <rect
              x="0"
              [attr.y]="part.y"
              [attr.width]="width"
              [attr.height]="part.height"
              [style.fill]="part.ground"
            />
            <rect
              class="part"
              x="0"
              [attr.y]="part.y"
              [attr.width]="width"
              [attr.height]="part.height"
              [style.fill]="part.pattern"
            />
            @if (part.height > 17) {
              <text class="in" x="7" [attr.y]="part.y + part.height / 2 + 5">
                <tspan class="strong">{{ part.chance }}</tspan>
                {{ part.short }}
              </text>
            }
          }
          <rect class="frame" x="0" [attr.y]="top" [attr.width]="width" [attr.height]="height" />
          <text class="foot" x="0" [attr.y]="top + height + 17">{{ column.foot }}</text>
          @if (column.settled) {
            <text class="foot settled" x="0" [attr.y]="top + height + 33">settled</text>
          }
          @if ($index > 0) {
            <path class="arrow" [attr.d]="'M-28 ' + (top + height / 2) + 'h17m-6 -5l6 5l-6 5'" />
          }
        </g>
      }
    </svg>
  `,
  styles: `
    .title {
      font-size: 13px;
      font-weight: 650;
    }
    .part {
      stroke: var(--deep);
      stroke-width: 0.8;
    }
    .frame {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .in {
      font-size: 13px;
    }
    .strong {
      font-weight: 700;
    }
    .foot {
      font-size: 13px;
      fill: var(--muted);
    }
    .foot.settled {
      fill: var(--moss);
      font-weight: 650;
    }
    .arrow {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.5;
    }
  `,
})
export class OutcomeColumns {
  readonly columns = input.required<readonly OutcomeColumn[]>();
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly top = TOP;
  protected readonly drawn = computed(() =>
    this.columns().map((column, at) => {
      const total = column.parts.reduce((sum, part) => sum + part.chance, 0) || 1;
      let y = TOP;
      const parts = column.parts.map((part) => {
        const height = (HEIGHT * part.chance) / total;
        const placed = { ...part, y, height, chance: inHundred(part.chance) };
        y += height;
        return placed;
      });
      return { ...column, parts, title: twoLines(column.title), x: 14 + at * STEP };
    }),
  );
  protected readonly words = computed(() =>
    this.columns()
      .map(
        ({ title, foot, settled, parts }) =>
          `${title}: ${parts
            .slice(0, 3)
            .map((part) => `${part.short} ${inHundred(part.chance)} in 100`)
            .join(', ')}; ${foot}${settled ? ', settled' : ''}`,
      )
      .join('. '),
  );
}

/** Two lines of about 16 letters, over the column's own width. */
function twoLines(text: string): string[] {
  const words = text.split(' ');
  const lines = ['', ''];
  for (const word of words) {
    const line = sure(lines[0]).length + word.length < 16 && lines[1] === '' ? 0 : 1;
    lines[line] = `${lines[line]} ${word}`.trim();
  }
  return lines
    .map((line) => (line.length > 17 ? `${line.slice(0, 16)}…` : line))
    .filter((line) => line !== '');
}
