import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Step } from './become';

const [LEFT, STEP, MOST] = [74, 40, 3];

/** Room and memory against now, on one ruler of doublings. What nobody knows has no bar. */
@Component({
  selector: 'p-doublings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 250 84" role="img" [attr.aria-label]="words()">
      <text class="mu" x="0" y="12">against</text>
      @for (mark of marks; track mark.x) {
        <path class="rule" [attr.d]="'M' + mark.x + ' 18V82'" />
        <text class="mu" [attr.x]="mark.x" y="12" text-anchor="middle">{{ mark.say }}</text>
      }
      @for (row of rows(); track row.name) {
        <text x="0" [attr.y]="row.y + 15" [class.strong]="row.wide > 0">{{ row.name }}</text>
        @if (row.wide > 0) {
          <rect class="bar" [attr.x]="left" [attr.y]="row.y" [attr.width]="row.wide" height="22" />
          <text
            class="m"
            [class.on]="row.inside"
            [attr.x]="row.inside ? left + row.wide - 6 : left + row.wide + 6"
            [attr.y]="row.y + 15"
            [attr.text-anchor]="row.inside ? 'end' : 'start'"
          >
            {{ row.say }}
          </text>
        } @else {
          <rect class="now" [attr.x]="left - 4" [attr.y]="row.y + 7" width="8" height="8" />
          <text class="mu" [attr.x]="left + 12" [attr.y]="row.y + 15">{{ row.say }}</text>
        }
      }
    </svg>
  `,
  styles: `
    svg {
      width: 100%;
      max-width: 300px;
      height: auto;
    }
    text {
      font-size: 12.5px;
    }
    .mu {
      fill: var(--muted);
    }
    .strong {
      font-weight: 650;
    }
    .rule {
      stroke: var(--line-strong);
    }
    .bar {
      fill: var(--rain);
    }
    .on {
      fill: var(--on-rain);
      font-weight: 650;
    }
    .now {
      fill: var(--panel);
      stroke: var(--ink);
      stroke-width: 1.5;
    }
  `,
})
export class Doublings {
  readonly room = input.required<Step>();
  readonly memory = input.required<Step>();
  protected readonly left = LEFT;
  protected readonly marks = Array.from({ length: MOST + 1 }, (_, at) => ({
    x: LEFT + at * STEP,
    say: at === 0 ? 'now' : `×${2 ** at}`,
  }));
  protected readonly rows = computed(() => [
    rowOf('Room', this.room(), 'GB', 22),
    rowOf('Memory', this.memory(), 'GiB', 54),
  ]);
  protected readonly words = computed(() =>
    this.rows()
      .map(({ name, say }) => `${name}: ${say}`)
      .join('; '),
  );
}

function rowOf(name: string, { now, then }: Step, unit: string, y: number) {
  const bare = { name, y, wide: 0, inside: false };
  if (then === null) return { ...bare, say: now === null ? 'nobody looked' : `${now} ${unit} now` };
  if (now === null || now === 0) return { ...bare, say: `${then} ${unit}; none now` };
  if (then === now) return { ...bare, say: `${now} ${unit}, as now` };
  const wide = Math.max(4, Math.min(MOST + 0.3, Math.log2(then / now)) * STEP);
  return { ...bare, wide, inside: wide > 78, say: `${then} ${unit}` };
}
