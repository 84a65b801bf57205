import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  linkedSignal,
  resource,
  signal,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { CONTRACT, hrefOf, type LedgerReply } from '@petrichor/api';
import { sayModel } from '@petrichor/core/hardware';
import { SAY_OUTCOME, type LedgerRow } from '@petrichor/core/ledger';
import { jobOfCode } from '@petrichor/core/papers';
import { sayMoney, cut } from '@petrichor/core/units';
import { format } from 'date-fns';
import { debounceTime, firstValueFrom } from 'rxjs';
import { ConnectionLine } from '../shell/connection-line';
import { Keys } from '../shell/keys';
import { Scans } from '../shell/scans';
import { Api, faultOf } from '../state/api';
import { KnowledgeActions, selectModels } from '../state/knowledge/knowledge.reducer';
import { selectAccount } from '../state/session/session.reducer';
import { ChoiceField } from '../ui/field/choice-field';
import { SelectField } from '../ui/field/select-field';
import { TextField } from '../ui/field/text-field';
import { KeyBox } from '../ui/key-box';
import { StateMark } from '../ui/state-mark';
import { tooLarge } from '../ui/too-large';

/** Pages that are turned by themselves while nothing is found: some ten thousand jobs of the rarest word. */
const MOST_TURNS = 20;
type State = 'all' | 'open' | 'closed';

/**
 * Every job there ever was: found by serial, customer, phone, model, drive or any word, typing errors allowed
 * for.
 */
@Component({
  selector: 'p-ledger',
  imports: [RouterLink, ChoiceField, ConnectionLine, KeyBox, SelectField, StateMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './ledger.html',
  styleUrl: './records.css',
})
export class LedgerScreen {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly account = this.store.selectSignal(selectAccount);
  private readonly field = viewChild<ElementRef<HTMLInputElement>>('field');
  protected readonly lead = computed(() => this.account()?.roles.includes('lead') ?? false);
  private readonly known = this.store.selectSignal(selectModels);
  protected readonly models = computed(() => [
    { label: 'all', value: '' },
    ...this.known().map((model) => ({ label: sayModel(model), value: model.id })),
  ]);
  protected readonly states: readonly { label: string; value: State }[] = [
    { label: 'all', value: 'all' },
    { label: 'open', value: 'open' },
    { label: 'handed over', value: 'closed' },
  ];
  protected readonly find = signal('');
  protected readonly state = signal<State>('all');
  protected readonly modelId = signal('');
  protected readonly from = signal('');
  protected readonly to = signal('');
  protected readonly comebacks = signal(false);
  protected readonly fault = signal('');
  protected readonly told = signal('');
  /** What is typed, once the fingers rest. */
  private readonly settled = toSignal(toObservable(this.find).pipe(debounceTime(120)), { initialValue: '' });
  protected readonly query = computed(() => ({
    find: this.settled(),
    state: this.state(),
    ...(this.modelId() ? { modelId: this.modelId() } : {}),
    ...(this.from() ? { from: this.from() } : {}),
    ...(this.to() ? { to: this.to() } : {}),
    comebacks: String(this.comebacks()),
  }));
  protected readonly reply = resource({
    params: () => this.query(),
    loader: ({ params, abortSignal }) => this.firstFound(params, abortSignal),
  });
  /** Pages that were fetched since the question was asked. */
  private readonly more = linkedSignal<object, readonly LedgerReply[]>({
    source: this.query,
    computation: () => [],
  });
  /** What was found last stays on the screen while the next answer comes. */
  private readonly shown = linkedSignal<LedgerReply | undefined, LedgerReply | undefined>({
    source: () => (this.reply.hasValue() ? this.reply.value() : undefined),
    computation: (reply, before) => reply ?? before?.value,
  });
  protected readonly rows = computed(() =>
    [...(this.shown()?.rows ?? []), ...this.more().flatMap((page) => page.rows)].map(rowOf),
  );
  protected readonly next = computed(() => (this.more().at(-1) ?? this.shown())?.next ?? null);
  protected readonly notes = computed(() => [
    ...Object.entries(this.shown()?.instead ?? {}).map(
      ([typed, words]) => `“${typed}” was not found; shown is ${words.join(', ')}.`,
    ),
    ...(this.shown()?.cut ?? []).map(
      (typed) => `More begins with “${typed}” than is shown here. Type more of it.`,
    ),
  ]);
  protected readonly failed = computed(() => (this.reply.error() ? faultSentence(this.reply.error()) : ''));
  /** Files hold what is listed here, all pages of it. */
  protected readonly csv = computed(() => hrefOf(CONTRACT.ledgerCsv, { query: this.query() }));
  protected readonly lines = computed(() => hrefOf(CONTRACT.ledgerLines, { query: this.query() }));
  protected readonly promises = hrefOf(CONTRACT.promises);

  constructor() {
    this.store.dispatch(KnowledgeActions.wanted());
    inject(Scans).take(({ code }) => {
      this.find.set(code);
      this.field()?.nativeElement.focus();
      return true;
    });
    inject(Keys).bind({
      '/': { say: 'Find', run: () => this.field()?.nativeElement.focus() },
      Escape: { say: 'Back to the Bench', run: () => void this.router.navigate(['/']) },
      G: { say: 'Figures', run: () => void this.router.navigate(['/ledger/figures']) },
    });
  }

  /**
   * Each answer looks back so far and no further, so that it comes at once; where it finds nothing yet, the
   * next goes on from there.
   */
  private async firstFound(query: ReturnType<typeof this.query>, given: AbortSignal): Promise<LedgerReply> {
    let page = await firstValueFrom(this.api.ledger({ query }));
    for (
      let turns = 0;
      page.rows.length === 0 && page.next !== null && turns < MOST_TURNS && !given.aborted;
      turns++
    )
      page = await firstValueFrom(this.api.ledger({ query: { ...query, before: page.next } }));
    return page;
  }

  protected openFirst(): void {
    const number = jobOfCode(this.find());
    if (number !== null) return void this.router.navigate(['/j', number]);
    const first = this.rows()[0];
    if (first) void this.router.navigate(['/jobs', first.id]);
  }

  protected async fetchMore(): Promise<void> {
    const before = this.next();
    if (before === null) return;
    const asked = this.query();
    try {
      const page = await firstValueFrom(this.api.ledger({ query: { ...asked, before } }));
      if (asked === this.query()) this.more.update((pages) => [...pages, page]);
    } catch (error) {
      this.fault.set(faultSentence(error));
    }
  }

  protected async bringIn(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    field.value = '';
    if (!file) return;
    this.told.set('');
    const large = tooLarge(file, 64, 'That is no job of Petrichor’s.');
    if (large) return this.fault.set(large);
    this.api.bringInJob({ body: await file.text() }).subscribe({
      next: ({ number }) => {
        this.fault.set('');
        this.told.set(`Brought in as job ${number}.`);
        this.reply.reload();
      },
      error: (error: unknown) => this.fault.set(`${file.name}: ${faultOf(error).sentence}`),
    });
  }
}

const faultSentence = (error: unknown): string => {
  const cause = error instanceof Error && error.cause !== undefined ? error.cause : error;
  try {
    return faultOf(cause).sentence;
  } catch {
    return 'The Ledger cannot be read now. Try again in a moment.';
  }
};

function rowOf(row: LedgerRow) {
  return {
    ...row,
    mark:
      row.outcome === 'open'
        ? ('ready-in' as const)
        : row.outcome === 'repaired' || row.outcome === 'cured'
          ? ('settled' as const)
          : ('stop' as const),
    says: SAY_OUTCOME[row.outcome],
    opened: format(new Date(row.openedAt), 'd MMM yyyy'),
    ended: [
      row.closedAt ? format(new Date(row.closedAt), 'd MMM yyyy') : '',
      row.comebackOf
        ? `came back from ${row.comebackOf}`
        : row.cameBackAs
          ? `came back as ${row.cameBackAs}`
          : '',
    ]
      .filter(Boolean)
      .join(' · '),
    total: row.totalMinor === null ? '' : sayMoney(row.totalMinor),
    short: row.complaint.length > 70 ? `${cut(row.complaint, 67)}…` : row.complaint,
  };
}
