import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { StockEntry } from '@petrichor/api';
import { applyMove, StockMoveSchema, type StockMove } from '@petrichor/core/shelf';
import { format } from 'date-fns';
import { Api, faultOf } from '../state/api';
import { Choice } from '../ui/choice';
import { NumberField } from '../ui/number-field';
import type { ShelfRow } from './rows';
import { newId } from '../ui/new-id';

const KINDS: readonly { label: string; value: StockMove['kind'] }[] = [
  { label: 'came in', value: 'received' },
  { label: 'used', value: 'used' },
  { label: 'counted', value: 'counted' },
  { label: 'lend', value: 'lent' },
  { label: 'came back', value: 'returned' },
  { label: 'order', value: 'ordered' },
  { label: 'cancel', value: 'cancelled' },
];
const SAY: Readonly<Record<StockMove['kind'], string>> = {
  received: 'came in',
  used: 'used',
  counted: 'counted',
  reserved: 'reserved',
  released: 'released',
  lent: 'lent',
  returned: 'came back',
  ordered: 'ordered',
  cancelled: 'order cancelled',
};

/** One item: how many are where, what happened to it, and the next thing that does. */
@Component({
  selector: 'p-move-panel',
  imports: [RouterLink, Choice, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let level = row().level;
    <h2>{{ row().name }}</h2>
    <p class="mu small">{{ row().kind }}{{ row().what ? ', ' + row().what : '' }} · id {{ row().item.id }}</p>
    <dl>
      <div>
        <dt>Free</dt>
        <dd class="m">{{ row().free }}</dd>
      </div>
      <div>
        <dt>Reserved</dt>
        <dd class="m">{{ level.reserved }}</dd>
      </div>
      <div>
        <dt>Lent</dt>
        <dd class="m">{{ level.lent }}</dd>
      </div>
      <div>
        <dt>On order</dt>
        <dd class="m">{{ level.ordered }}{{ level.dueOn ? ', ' + level.dueOn : '' }}</dd>
      </div>
    </dl>
    <form (submit)="$event.preventDefault(); move()">
      <span class="label" id="move-kind">What happened</span>
      <p-choice class="kinds" labelledBy="move-kind" [options]="kinds" [value]="kind()" (valueChange)="choose($event)" />
      <div class="two">
        <div class="field">
          <label for="quantity">{{ kind() === 'counted' ? 'Lie there now' : 'How many' }}</label>
          <p-number-field inputId="quantity" unit="" [value]="quantity()" (valueChange)="quantity.set($event)" />
        </div>
        @if (kind() === 'ordered') {
          <div class="field">
            <label for="due">Due</label>
            <input id="due" type="date" class="plain" [value]="due()" (input)="due.set($any($event.target).value)" />
          </div>
        }
      </div>
      <div class="field">
        <label for="note">{{ kind() === 'lent' ? 'Who has it' : kind() === 'ordered' ? 'From whom' : 'Note' }}</label>
        <input id="note" class="plain" maxlength="200" [value]="note()" (input)="note.set($any($event.target).value)" />
      </div>
      <p class="fault" role="alert">{{ fault() }}</p>
      <button class="go big" type="submit" [disabled]="busy()">Put it down</button>
    </form>
    <h3>What happened to it</h3>
    <ul class="lines log">
      @for (entry of entries(); track entry.id) {
        <li>
          <span class="m small">{{ when(entry) }}</span>
          <span
            >{{ entry.move.quantity }} {{ say[entry.move.kind] }}{{ entry.move.note ? ': ' + entry.move.note : ''
            }}{{ entry.move.dueOn ? ', due ' + entry.move.dueOn : '' }}</span
          >
          <span class="mu small">
            @if (entry.jobNumber !== null && entry.move.jobId) {
              <a [routerLink]="['/jobs', entry.move.jobId]">job {{ entry.jobNumber }}</a
              >,
            }
            {{ entry.byName }}</span
          >
        </li>
      } @empty {
        <li class="mu">{{ asking() ? 'Fetching …' : 'Nothing yet: it lies there as its list says.' }}</li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      align-content: start;
    }
    h2 {
      font-size: 21px;
      line-height: 26px;
    }
    dl {
      display: grid;
      grid-template-columns: repeat(4, auto);
      gap: 10px;
    }
    dt {
      font-size: 13px;
      color: var(--muted);
    }
    dd {
      font-size: 19px;
      font-weight: 650;
    }
    form {
      display: grid;
      gap: 10px;
    }
    .label {
      font-weight: 600;
    }
    .kinds {
      flex-wrap: wrap;
    }
    .two {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 10px;
    }
    .plain {
      min-height: 44px;
      padding: 0 12px;
      border: 1px solid var(--edge);
      border-radius: 3px;
      background: var(--panel);
      color: var(--ink);
      font: inherit;
    }
    .log li {
      display: grid;
      grid-template-columns: 92px 1fr;
      gap: 2px 10px;
      padding: 5px 0;
    }
    .log li > :last-child {
      grid-column: 2;
    }
    .fault:empty {
      display: none;
    }
  `,
})
export class MovePanel {
  readonly row = input.required<ShelfRow>();
  readonly moved = output();
  private readonly api = inject(Api);
  protected readonly kinds = KINDS;
  protected readonly say = SAY;
  protected readonly kind = signal<StockMove['kind']>('received');
  protected readonly quantity = signal<number | null>(1);
  protected readonly note = signal('');
  protected readonly due = signal('');
  protected readonly fault = signal('');
  protected readonly busy = signal(false);
  protected readonly asking = signal(true);
  protected readonly entries = signal<readonly StockEntry[]>([]);
  private readonly key = computed(() => this.row().key);
  /** The move being sent: a second press, or a try after a dead network, counts once. */
  private pending: { id: string; text: string } | null = null;

  constructor() {
    effect(() => {
      this.key();
      untracked(() => {
        this.entries.set([]);
        this.fault.set('');
        this.fetch();
      });
    });
  }

  protected choose(kind: StockMove['kind']): void {
    this.kind.set(kind);
    this.fault.set('');
  }

  protected when({ at }: StockEntry): string {
    return format(new Date(at), 'dd MMM HH:mm');
  }

  protected move(): void {
    const { item, level } = this.row();
    const read = StockMoveSchema.safeParse({
      kind: this.kind(),
      quantity: this.quantity() ?? Number.NaN,
      note: this.note(),
      dueOn: this.kind() === 'ordered' && this.due() !== '' ? this.due() : null,
    });
    if (!read.success) return this.fault.set(read.error.issues[0]!.message);
    // The same rules as the server's: the sentence is had at once.
    const tried = applyMove(level, read.data);
    if (!tried.ok) return this.fault.set(tried.sentence);
    const text = JSON.stringify([item, read.data]);
    this.pending = this.pending?.text === text ? this.pending : { id: newId(), text };
    this.busy.set(true);
    this.api.moveStock({ body: { id: this.pending.id, item, move: read.data } }).subscribe({
      next: () => {
        this.pending = null;
        this.busy.set(false);
        this.note.set('');
        this.quantity.set(1);
        this.fault.set('');
        this.fetch();
        this.moved.emit();
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(faultOf(error).sentence);
      },
    });
  }

  private fetch(): void {
    const { item } = this.row();
    this.asking.set(true);
    this.api.stockMoves({ params: item }).subscribe({
      next: ({ entries }) => {
        this.asking.set(false);
        if (this.row().item.id === item.id) this.entries.set(entries);
      },
      error: (error: unknown) => {
        this.asking.set(false);
        this.fault.set(faultOf(error).sentence);
      },
    });
  }
}
