import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { sayDrive, sayForm, sayLink, sayModel } from '@petrichor/core';
import { Store } from '@ngrx/store';
import { TableModule } from 'primeng/table';
import { ConnectionLine } from '../shell/connection-line';
import { Keys } from '../shell/keys';
import { Api, faultOf } from '../state/api';
import { KnowledgeActions, selectKnowledgeState } from '../state/knowledge/knowledge.reducer';
import { selectAccount } from '../state/session/session.reducer';
import { KeyBox } from '../ui/key-box';

const LARGEST_FILE = 8_000_000;

/** The machine models and drives this workshop knows; a lead brings documents in. */
@Component({
  selector: 'p-models',
  imports: [RouterLink, TableModule, ConnectionLine, KeyBox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrls: ['../intake/intake.css', './models.css'],
  template: `
    <header>
      <a class="back" routerLink="/">Bench <p-key name="Esc" /></a>
      <h1>Models and shelf</h1>
      @if (lead()) {
        <label class="tgt"
          >Bring in a document<input class="visually-hidden" type="file" accept=".json,application/json" (change)="bringIn($event)"
        /></label>
      }
    </header>
    <p class="told" role="status">{{ told() }}</p>
    <p class="told fault" role="alert">{{ fault() || (knowledge().failed ?? '') }}</p>
    <div class="page">
      <section>
        <h2>Machine models</h2>
        <ul class="lines">
          @for (model of models(); track model.id) {
            <li>
              <span
                ><b>{{ model.name }}</b
                ><br /><span class="mu">label: {{ model.labels }}</span></span
              ><span>{{ model.slots }}; {{ model.operations }} operations, guide version {{ model.version }}</span>
            </li>
          } @empty {
            <li>None yet. A lead brings in a machine model as a JSON document (docs/formats); demo/models has one to look at.</li>
          }
        </ul>
      </section>
      <section>
        <h2>Drives</h2>
        <p-table [value]="drives()" sortField="name" [sortOrder]="1" dataKey="id">
          <ng-template #header>
            <tr>
              <th pSortableColumn="name" scope="col">Drive</th>
              <th pSortableColumn="form" scope="col">Form</th>
              <th pSortableColumn="price" scope="col">Price</th>
              <th pSortableColumn="drawer" scope="col">Drawer</th>
              <th pSortableColumn="inStock" scope="col">In stock</th>
            </tr>
          </ng-template>
          <ng-template #body let-drive>
            <tr>
              <td>
                <b>{{ drive.name }}</b>
              </td>
              <td>{{ drive.form }}</td>
              <td class="m">{{ drive.price }}</td>
              <td class="m">{{ drive.drawer }}</td>
              <td class="m">{{ drive.inStock }}</td>
            </tr>
          </ng-template>
          <ng-template #emptymessage>
            <tr>
              <td colspan="5">None yet. A lead brings in a drive list as a JSON document (docs/formats).</td>
            </tr>
          </ng-template>
        </p-table>
      </section>
    </div>
    <p-connection-line />
  `,
})
export class ModelsScreen {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly account = this.store.selectSignal(selectAccount);
  protected readonly knowledge = this.store.selectSignal(selectKnowledgeState);
  protected readonly lead = computed(() => this.account()?.roles.includes('lead') ?? false);
  protected readonly told = signal('');
  protected readonly fault = signal('');
  protected readonly models = computed(() =>
    this.knowledge().models.map((model) => ({
      id: model.id,
      name: sayModel(model),
      labels: model.labelTexts.join(', '),
      slots: model.slots.map((slot) => slot.label).join('; '),
      operations: model.guide.operations.length,
      version: model.guide.version,
    })),
  );
  protected readonly drives = computed(() =>
    this.knowledge().drives.map((drive) => ({
      id: drive.id,
      name: sayDrive(drive),
      form: `${sayForm(drive)}, ${sayLink(drive.link)}`,
      price: (drive.priceMinor / 100).toFixed(2),
      drawer: drive.drawer,
      inStock: drive.inStock,
    })),
  );

  constructor() {
    const router = inject(Router);
    inject(Keys).bind({ Escape: { say: 'Back to the Bench', run: () => void router.navigate(['/']) } });
    this.store.dispatch(KnowledgeActions.wanted());
  }

  protected async bringIn(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    field.value = '';
    if (!file) return;
    this.told.set('');
    this.fault.set('');
    if (file.size > LARGEST_FILE) return this.fault.set(`${file.name} is larger than 8 MB: that is no machine model or drive list.`);
    this.api.bringIn(await file.text()).subscribe({
      next: ({ imported }) => {
        this.told.set(`Brought in: ${imported}.`);
        this.store.dispatch(KnowledgeActions.wanted());
      },
      error: (error: unknown) => this.fault.set(`${file.name}: ${faultOf(error).sentence}`),
    });
  }
}
