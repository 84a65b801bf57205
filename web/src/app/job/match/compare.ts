import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Candidate, Outcome } from '@petrichor/core/fit';
import { sayDrive, sayForm } from '@petrichor/core/hardware';
import { StateMark } from '../../ui/state-mark';
import { MARKS, sayMargin, sayRate, sayStock } from './words';

interface Line {
  readonly name: string;
  readonly cells: readonly {
    readonly say: string;
    readonly outcome: Outcome | null;
    readonly best: boolean;
  }[];
}

/** Two or three drives side by side: what differs between them, and which is the better of each. */
@Component({
  selector: 'p-match-compare',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Side by side</h2>
    @if (candidates().length < 2) {
      <p class="mu">Press C on a second drive of the list: two or three stand here side by side.</p>
    }
    @if (candidates().length > 0) {
      <table>
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">What</span></th>
            @for (one of candidates(); track one.drive.id) {
              <th scope="col">
                {{ name(one) }}
                <button type="button" class="tgt" (click)="dropped.emit(one.drive.id)">
                  Leave out<span class="visually-hidden"> {{ name(one) }}</span>
                </button>
              </th>
            }
          </tr>
        </thead>
        <tbody>
          @for (line of lines(); track line.name) {
            <tr>
              <th scope="row">{{ line.name }}</th>
              @for (cell of line.cells; track $index) {
                <td [class.best]="cell.best">
                  @if (cell.outcome; as outcome) {
                    <p-state-mark [mark]="marks[outcome]" [size]="14" />
                  }
                  {{ cell.say }}
                  @if (cell.best) {
                    <span class="visually-hidden">(the better)</span>
                  }
                </td>
              }
            </tr>
          }
        </tbody>
      </table>
      <p class="mu small">
        Bold: the better of the line. Lines that are alike are left out, but for verdict and price.
      </p>
    }
  `,
  styles: `
    table {
      border-collapse: collapse;
      width: 100%;
      margin: 8px 0;
    }
    th,
    td {
      text-align: left;
      padding: 7px 10px 7px 0;
      border-top: 1px solid var(--line);
      vertical-align: top;
    }
    thead th {
      border-top: 0;
      font-size: 17px;
    }
    thead .tgt {
      display: block;
      min-height: 32px;
      padding: 4px 10px;
      margin-top: 4px;
      font-size: 13px;
    }
    tbody th {
      font-weight: 400;
      color: var(--muted);
      white-space: nowrap;
    }
    .best {
      font-weight: 700;
    }
    p-state-mark {
      vertical-align: -2px;
      margin-right: 4px;
    }
  `,
})
export class MatchCompare {
  readonly candidates = input.required<readonly Candidate[]>();
  readonly dropped = output<string>();
  protected readonly marks = MARKS;
  protected readonly name = (one: Candidate): string => sayDrive(one.drive);

  protected readonly lines = computed((): Line[] => {
    const all = this.candidates();
    if (all.length === 0) return [];
    const line = (
      name: string,
      say: (one: Candidate) => string,
      worth?: (one: Candidate) => number | null,
    ): Line => {
      const worths = all.map((one) => worth?.(one) ?? null);
      const best = worths.some((one) => one !== null)
        ? Math.max(...worths.map((one) => one ?? -Infinity))
        : null;
      const tied = worths.every((one) => one === best);
      return {
        name,
        cells: all.map((one, at) => ({
          say: say(one),
          outcome: null,
          best: best !== null && !tied && worths[at] === best,
        })),
      };
    };
    const verdict: Line = {
      name: 'Verdict',
      cells: all.map((one) => ({ say: one.verdict.headline, outcome: one.verdict.outcome, best: false })),
    };
    const checks = [
      ...new Set(all.flatMap((one) => one.verdict.findings.map((finding) => finding.rule))),
    ].map((rule): Line => {
      const found = all.map((one) => one.verdict.findings.find((finding) => finding.rule === rule));
      const name = found.find((one) => one !== undefined)?.name ?? rule;
      return {
        name,
        cells: found.map((one) => ({
          say: one ? `${one.have}${one.margin ? `, ${sayMargin(one)}` : ''}` : '–',
          outcome: one?.outcome ?? null,
          best: false,
        })),
      };
    });
    const facts = [
      line('Form', (one) => sayForm(one.drive)),
      line(
        'Speed here',
        (one) =>
          one.link?.usableBytesPerSecond
            ? `${sayRate(one.link.usableBytesPerSecond)}, ${one.link.say}`
            : (one.link?.say ?? 'no link'),
        (one) => one.link?.usableBytesPerSecond ?? null,
      ),
      line(
        'Once its cache is full',
        (one) =>
          one.drive.steadyWriteBytesPerSecond ? sayRate(one.drive.steadyWriteBytesPerSecond) : 'not stated',
        (one) => one.drive.steadyWriteBytesPerSecond,
      ),
      line(
        'May be written',
        (one) => (one.drive.enduranceTbw ? `${one.drive.enduranceTbw} TB` : 'not stated'),
        (one) => one.drive.enduranceTbw,
      ),
      line(
        'Price of 1 GB',
        (one) => (one.drive.priceMinor / 100 / one.drive.markedGb).toFixed(3),
        (one) => -one.drive.priceMinor / one.drive.markedGb,
      ),
      line(
        'Extras',
        (one) => one.verdict.extras.map((extra) => extra.label).join('; ') || 'none',
        (one) => -one.verdict.extras.length,
      ),
      line('On the shelf', (one) => sayStock(one.drive)),
    ];
    const price = line(
      'Price',
      (one) => (one.drive.priceMinor / 100).toFixed(2),
      (one) => -one.drive.priceMinor,
    );
    const differ = ({ cells }: Line) =>
      cells.length < 2 ||
      cells.some((cell) => cell.say !== sure(cells[0]).say || cell.outcome !== sure(cells[0]).outcome);
    const told = new Set(['speed', 'capacity']);
    return [
      verdict,
      price,
      ...facts.filter(differ),
      ...checks.filter((one) => differ(one) && !told.has(one.name)),
    ];
  });
}
