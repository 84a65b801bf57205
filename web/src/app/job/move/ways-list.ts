import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { WayAcross, WayId } from '@petrichor/core/move';
import { KeyBox } from '../../ui/key-box';
import { StateMark } from '../../ui/state-mark';
import { AXIS_MARKS, axisX, sayRange } from './words';

/**
 * The ways across, each with its time on a doubling axis; and what could go wrong on the one that is looked
 * at.
 */
@Component({
  selector: 'p-ways-list',
  imports: [KeyBox, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './ways-list.html',
  styleUrl: './ways-list.css',
})
export class WaysList {
  readonly ways = input.required<readonly WayAcross[]>();
  readonly at = input.required<WayId | null>();
  readonly decided = input.required<WayId | null>();
  readonly picked = output<WayId>();
  protected readonly marks = AXIS_MARKS;
  protected readonly rows = computed(() =>
    this.ways().map((way, at) => ({
      ...way,
      key: String(at + 1),
      time: way.possible === 'no' ? 'not here' : way.total ? sayRange(way.total) : 'no size known',
      mark: way.possible === 'no' ? 'stop' : way.possible === 'after' ? 'needs' : 'ready-in',
      /** One bar over the other: then each gets half the height. */
      over: way.total !== null && bar(way.hands).x + bar(way.hands).width > bar(way.total).x,
      hands: bar(way.hands),
      /** None where nobody knows how much there is. */
      total: way.total && bar(way.total),
    })),
  );
  protected readonly looked = computed(() => this.ways().find((way) => way.id === this.at()) ?? null);
}

const bar = ({ p10, p90 }: { p10: number; p90: number }) => {
  const x = axisX(p10);
  return { x, width: Math.min(362 - x, Math.max(4, axisX(p90) - x)) };
};
