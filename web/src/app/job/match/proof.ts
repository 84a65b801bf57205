import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Candidate, Extra, Finding } from '@petrichor/core/fit';
import { StateMark } from '../../ui/state-mark';
import { MARKS, sayMargin, sayOutcome } from './words';

/**
 * Why a verdict on one drive in one slot is as it is: every check with its numbers, and what else the swap
 * needs.
 */
@Component({
  selector: 'p-match-proof',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './proof.html',
  styleUrl: './proof.css',
})
export class MatchProof {
  readonly candidate = input.required<Candidate>();
  readonly looked = output<Finding>();
  protected readonly marks = MARKS;
  protected readonly margin = sayMargin;
  protected readonly word = sayOutcome;

  protected readonly asks = computed(() => this.candidate().verdict.findings.filter((one) => one.settles));
  /** What is bought or fetched, and what is only done. */
  protected readonly pickList = computed(() => this.candidate().verdict.extras.filter((one) => one.item));
  protected readonly deeds = computed(() => this.candidate().verdict.extras.filter((one) => !one.item));
  protected readonly total = computed(() => {
    const prices = this.pickList().flatMap((one) => one.item?.priceMinor ?? []);
    return prices.length === 0
      ? ''
      : `${(prices.reduce((sum, one) => sum + one, 0) / 100).toFixed(2)} together`;
  });
  protected readonly minutes = computed(() =>
    this.candidate().verdict.extras.reduce((sum, one) => sum + (one.step?.minutes ?? 0), 0),
  );

  protected tells(finding: Finding): boolean {
    return finding.outcome !== 'fits' || finding.alwaysSaid;
  }

  protected price({ item }: Extra): string {
    return item?.priceMinor === null || item?.priceMinor === undefined
      ? ''
      : (item.priceMinor / 100).toFixed(2);
  }

  protected whence({ item }: Extra): string {
    if (!item) return '';
    if (item.from === 'shelf') return `${item.quantity > 1 ? `${item.quantity} from ` : ''}${item.drawer}`;
    if (item.from === 'machine') return 'lent';
    return item.leadDays === null ? 'to order' : `order, ${item.leadDays} d`;
  }
}
