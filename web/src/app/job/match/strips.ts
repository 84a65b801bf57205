import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { SAY_CHANGE, type Change } from '@petrichor/core/job';
import type { OpeningLine } from '@petrichor/core/job';
import { sayMoney } from '@petrichor/core/units';
import type { MarkName } from '../../ui/state-mark';
import { StateMark } from '../../ui/state-mark';
import { goes, type Row } from './change-list';
import { isDriveKind } from './wanted';
import { MARKS } from './words';

/** The list of changes: each a strip with its mark, what it costs and adds. Its number leaves it out. */
@Component({
  selector: 'p-change-strips',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (one of strips(); track one.row.id) {
        <li [class.in-hand]="one.row.id === inHand()" [class.out]="one.row.out">
          <button
            type="button"
            class="number"
            [attr.aria-label]="(one.row.out ? 'Put back change ' : 'Leave out change ') + one.row.number"
            (click)="left.emit(one.row)"
          >
            {{ one.row.number }}
          </button>
          <button
            type="button"
            class="strip"
            [attr.aria-pressed]="one.row.id === inHand()"
            (click)="chosen.emit(one.row.id)"
          >
            <span class="top"
              ><span
                ><b>{{ one.say }}</b
                >{{ one.what }}</span
              ><span class="m">{{ one.price }}</span></span
            >
            <span class="mark"
              ><p-state-mark [mark]="one.mark" [size]="15" /><span
                ><b>{{ one.state }}</b> {{ one.because }}</span
              ></span
            >
            <span class="top mu small"
              ><span>{{ one.extras }}</span
              ><b class="m">{{ one.adds }}</b></span
            >
          </button>
        </li>
      }
    </ul>
  `,
  styles: `
    li {
      display: grid;
      grid-template-columns: 46px minmax(0, 1fr);
      border-top: 1px solid var(--line);
      border-left: 8px solid transparent;
      padding: 6px 14px 6px 0;
    }
    li.in-hand {
      background: var(--rain-wash);
      border-left-color: var(--rain);
    }
    .number {
      width: 34px;
      height: 34px;
      margin: 1px 4px;
      border-radius: 50%;
      background: var(--ink);
      color: var(--panel);
      font: 700 16px/34px var(--f);
      text-align: center;
    }
    .in-hand .number {
      background: var(--rain);
      color: var(--on-rain);
    }
    .out .number {
      background: none;
      border: 1.5px dashed var(--edge);
      color: var(--ink);
      line-height: 31px;
    }
    .out .strip > * {
      opacity: 0.62;
      text-decoration: line-through;
    }
    .strip {
      display: grid;
      gap: 2px;
      width: 100%;
      min-height: 47px;
      text-align: left;
    }
    .top {
      display: flex;
      justify-content: space-between;
      gap: 10px;
    }
    .top > :last-child {
      flex: none;
    }
    .mark {
      display: flex;
      gap: 7px;
      font-size: 14px;
      line-height: 18px;
    }
    .mark p-state-mark {
      padding-top: 1px;
    }
  `,
})
export class ChangeStrips {
  readonly rows = input.required<readonly Row[]>();
  readonly inHand = input.required<string | null>();
  readonly line = input.required<OpeningLine | null>();
  readonly chosen = output<string>();
  readonly left = output<Row>();

  protected readonly strips = computed(() =>
    this.rows().map((row) => {
      const { change, taken } = row;
      const extras = change.verdict?.extras ?? [];
      const minutes = this.line()?.each.find((one) => one.id === row.id)?.minutes;
      return {
        row,
        say: SAY_CHANGE[change.kind],
        what: whatOf(change),
        price: priceOf(change),
        mark: markOf(row),
        state: stateOf(row),
        because: becauseOf(change),
        extras: extras.length === 0 ? (taken ? '' : 'not taken yet') : extras.map(sayExtra).join('; '),
        adds: minutes === undefined || row.out ? '' : `+${Math.round(minutes)} min`,
      };
    }),
  );
}

type ExtraOf = NonNullable<Change['verdict']>['extras'][number];
const sayExtra = ({ item, label }: ExtraOf): string =>
  item ? `${item.name}${item.from === 'shelf' && item.drawer ? `, ${item.drawer}` : ', to order'}` : label;

function whatOf({ thing, place, slot, kind }: Change): string {
  if (thing) return `, ${thing.label}${place ? ` into ${place}` : ''}`;
  const held = isDriveKind(kind) ? '' : (slot?.fitted?.label ?? '');
  return [held, place]
    .filter(Boolean)
    .map((one) => `, ${one}`)
    .join('');
}

/** The thing with its extras; a price that nobody knows makes it `from`. */
function priceOf({ thing, verdict }: Change): string {
  const extras = verdict?.extras.flatMap((one) => (one.item ? [one.item.priceMinor] : [])) ?? [];
  if (!thing && extras.length === 0) return '';
  if (thing?.from === 'own') return 'own';
  const all = [thing ? thing.priceMinor : 0, ...extras];
  const known = all.reduce<number>((sum, one) => sum + (one ?? 0), 0);
  return `${all.includes(null) ? 'from ' : ''}${sayMoney(known)}`;
}

function markOf({ change, taken, out }: Row): MarkName {
  if (out) return 'own';
  if (change.override !== null) return 'needs';
  if (!goes(change)) return change.verdict?.outcome === 'no' ? 'stop' : 'needs';
  if (change.verdict) return MARKS[change.verdict.outcome];
  return taken ? 'settled' : 'ready-in';
}

function stateOf({ change, taken, out }: Row): string {
  if (out) return 'Left out.';
  if (change.override !== null) return 'Taken against the verdict.';
  if (change.verdict) return change.verdict.headline;
  if (!goes(change)) return change.kind === 'move-drive' ? 'To which place?' : 'Nothing for it yet.';
  return taken ? 'Planned.' : 'Can be done.';
}

const becauseOf = ({ verdict }: Change): string =>
  verdict && (verdict.outcome === 'no' || verdict.outcome === 'unknown') ? verdict.because : '';
