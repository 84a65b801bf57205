import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { ReadTable } from '@petrichor/core/formats';
import type { Level } from '@petrichor/core/shelf';
import { InputText } from 'primeng/inputtext';
import { TableModule } from 'primeng/table';
import { ConnectionLine } from '../shell/connection-line';
import { Keys } from '../shell/keys';
import { Scans } from '../shell/scans';
import { Api, faultOf } from '../state/api';
import { KnowledgeActions, selectKnowledgeState } from '../state/knowledge/knowledge.reducer';
import { selectAccount } from '../state/session/session.reducer';
import { type ChoiceOption } from '../ui/choice';
import { SelectField } from '../ui/field/select-field';
import { TextField } from '../ui/field/text-field';
import { KeyBox } from '../ui/key-box';
import { saveFile } from '../ui/save-file';
import { tooLarge } from '../ui/too-large';
import { readCsv, writeCsv } from './csv';
import { MovePanel } from './move-panel';
import { keyOf, scanned, shelfRows, type ShelfRow } from './rows';
import { ScrewFinder } from './screw-finder';

/** Drives and small parts: how many are where, and every move of them. */
@Component({
  selector: 'p-shelf',
  imports: [
    RouterLink,
    ConnectionLine,
    InputText,
    KeyBox,
    MovePanel,
    ScrewFinder,
    SelectField,
    TableModule,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shelf.html',
  styleUrl: './shelf.css',
})
export class ShelfScreen {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly account = this.store.selectSignal(selectAccount);
  protected readonly lead = computed(() => this.account()?.roles.includes('lead') ?? false);
  protected readonly knowledge = this.store.selectSignal(selectKnowledgeState);
  private readonly levels = signal<ReadonlyMap<string, Level>>(new Map());
  private readonly all = computed(() =>
    shelfRows(this.knowledge().drives, this.knowledge().parts, this.levels()),
  );
  protected readonly kinds = computed((): ChoiceOption<string | null>[] => [
    { label: 'all', value: null },
    ...[...new Set(this.all().map((row) => row.kind))].sort().map((kind) => ({ label: kind, value: kind })),
  ]);
  protected readonly kind = signal<string | null>(null);
  protected readonly words = signal('');
  protected readonly shortOnly = signal(false);
  protected readonly rows = computed(() => {
    const words = this.words().toLowerCase().split(/\s+/).filter(Boolean);
    const kind = this.kind();
    return this.all().filter(
      (row) =>
        (kind === null || row.kind === kind) &&
        (!this.shortOnly() || row.free === 0 || row.level.ordered > 0) &&
        words.every((word) =>
          `${row.name} ${row.what} ${row.drawer} ${row.item.id} ${row.kind}`.toLowerCase().includes(word),
        ),
    );
  });
  private readonly pickedKey = signal<string | null>(null);
  protected readonly picked = computed(() => this.all().find((row) => row.key === this.pickedKey()) ?? null);
  protected readonly finder = signal(false);
  protected readonly scan = signal('');
  protected readonly fault = signal('');
  protected readonly told = signal('');
  /** A table that was read and waits for a yes. */
  protected readonly incoming = signal<(ReadTable & { readonly name: string }) | null>(null);
  private readonly scanField = viewChild<ElementRef<HTMLInputElement>>('scanField');

  constructor() {
    const router = inject(Router);
    this.store.dispatch(KnowledgeActions.wanted());
    this.fetch();
    inject(Scans).take(({ code }) => {
      this.scan.set(code);
      this.take();
      return true;
    });
    inject(Keys).bind({
      F: { say: 'Scan or type what is in your hand', run: () => this.scanField()?.nativeElement.focus() },
      W: { say: 'Screw finder', run: () => this.finder.update((open) => !open) },
      Escape: { say: 'Close, or back to the Bench', run: () => this.up(router) },
    });
  }

  protected pick(row: ShelfRow): void {
    this.pickedKey.set(row.key);
    this.finder.set(false);
  }

  protected take(): void {
    const row = scanned(this.all(), this.scan());
    this.fault.set(
      row ? '' : `Nothing on the shelf is called '${this.scan()}'. Type its id or the beginning of its name.`,
    );
    if (!row) return;
    this.scan.set('');
    this.pick(row);
  }

  protected refresh(): void {
    this.fetch();
    this.store.dispatch(KnowledgeActions.wanted());
  }

  protected save(): void {
    const { drives, parts } = this.knowledge();
    saveFile('shelf.csv', 'text/csv;charset=utf-8', writeCsv(drives, parts));
  }

  protected async read(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    field.value = '';
    this.told.set('');
    this.fault.set('');
    if (!file) return;
    const large = tooLarge(file, 8, 'Split it, or bring a drive list in under Models.');
    if (large) return this.fault.set(large);
    this.incoming.set({ ...readCsv(await file.text()), name: file.name });
  }

  protected putGood(): void {
    const table = this.incoming();
    if (!table) return;
    this.api.putItems({ body: { drives: table.drives, parts: table.parts } }).subscribe({
      next: ({ put }) => {
        this.told.set(
          `${put} put on the shelf${table.bad.length > 0 ? `, ${table.bad.length} left out` : ''}.`,
        );
        this.incoming.set(null);
        this.refresh();
      },
      error: (error: unknown) => this.fault.set(faultOf(error).sentence),
    });
  }

  protected price(minor: number): string {
    return (minor / 100).toFixed(2);
  }

  private fetch(): void {
    this.api.shelf().subscribe({
      next: ({ levels }) => this.levels.set(new Map(levels.map(({ item, level }) => [keyOf(item), level]))),
      error: (error: unknown) => this.fault.set(faultOf(error).sentence),
    });
  }

  private up(router: Router): void {
    if (this.incoming()) this.incoming.set(null);
    else if (this.picked()) this.pickedKey.set(null);
    else if (this.finder()) this.finder.set(false);
    else void router.navigate(['/']);
  }
}
