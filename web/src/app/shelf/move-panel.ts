import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { RouterLink } from '@angular/router';
import type { StockEntry } from '@petrichor/api';
import { applyMove, StockMoveSchema, type StockMove } from '@petrichor/core/shelf';
import { format } from 'date-fns';
import { tap, type Observable } from 'rxjs';
import { z } from 'zod';
import { Api, faultOf } from '../state/api';
import { ChoiceField } from '../ui/field/choice-field';
import { NumberField } from '../ui/field/number-field';
import { TextField } from '../ui/field/text-field';
import { form, type TypedOf } from '../ui/form';
import { newId } from '../ui/new-id';
import type { ShelfRow } from './rows';

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

const MoveSchema = StockMoveSchema.pick({ kind: true, quantity: true, note: true }).extend({
  dueOn: z.string(),
});

/** One item: how many are where, what happened to it, and the next thing that does. */
@Component({
  selector: 'p-move-panel',
  imports: [FormField, RouterLink, ChoiceField, NumberField, TextField],
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
    <form (submit)="form.send($event)" novalidate>
      <p-choice-field
        class="kinds"
        label="What happened"
        fieldId="move-kind"
        [options]="kinds"
        [formField]="form.fields.kind"
      />
      <div class="two">
        <p-number-field
          [label]="kind() === 'counted' ? 'Lie there now' : 'How many'"
          fieldId="quantity"
          [formField]="form.fields.quantity"
        />
        @if (kind() === 'ordered') {
          <p-text-field label="Due" mono fieldId="due" type="date" [formField]="form.fields.dueOn" />
        }
      </div>
      <p-text-field
        [label]="kind() === 'lent' ? 'Who has it' : kind() === 'ordered' ? 'From whom' : 'Note'"
        fieldId="note"
        [formField]="form.fields.note"
      />
      <p class="fault" role="alert">{{ form.fault() || fault() }}</p>
      <button class="go big" type="submit" [disabled]="form.busy()">Put it down</button>
    </form>
    <h3>What happened to it</h3>
    <ul class="lines log">
      @for (entry of entries(); track entry.id) {
        <li>
          <span class="m small">{{ when(entry) }}</span>
          <span
            >{{ entry.move.quantity }} {{ say[entry.move.kind]
            }}{{ entry.move.note ? ': ' + entry.move.note : ''
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
    .two {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 10px;
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
  private readonly key = computed(() => this.row().key);
  private readonly api = inject(Api);
  protected readonly kinds = KINDS;
  protected readonly say = SAY;
  /** What is typed belongs to one item: it is gone when another is looked at. */
  protected readonly form = form(MoveSchema, {
    empty: (): TypedOf<typeof MoveSchema> => {
      this.key();
      return { kind: 'received', quantity: 1, note: '', dueOn: '' };
    },
    send: ({ dueOn, ...given }) =>
      this.move({ ...given, jobId: null, dueOn: given.kind === 'ordered' && dueOn !== '' ? dueOn : null }),
  });
  protected readonly kind = computed(() => this.form.typed().kind);
  protected readonly fault = signal('');
  protected readonly asking = signal(true);
  protected readonly entries = signal<readonly StockEntry[]>([]);
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

  protected when({ at }: StockEntry): string {
    return format(new Date(at), 'dd MMM HH:mm');
  }

  private move(move: StockMove): { sentence: string } | Observable<unknown> {
    const { item, level } = this.row();
    // The same rules as the server's: the sentence is had at once.
    const tried = applyMove(level, move);
    if (!tried.ok) return tried;
    const text = JSON.stringify([item, move]);
    this.pending = this.pending?.text === text ? this.pending : { id: newId(), text };
    return this.api.moveStock({ body: { id: this.pending.id, item, move } }).pipe(
      tap(() => {
        this.pending = null;
        this.fetch();
        this.moved.emit();
      }),
    );
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
