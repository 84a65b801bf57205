import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { sayModel } from '@petrichor/core';
import { Store } from '@ngrx/store';
import { ConnectionLine } from '../shell/connection-line';
import { Keys } from '../shell/keys';
import { Api, faultOf } from '../state/api';
import { KnowledgeActions, selectKnowledgeState } from '../state/knowledge/knowledge.reducer';
import { selectAccount } from '../state/session/session.reducer';
import { KeyBox } from '../ui/key-box';

const LARGEST_FILE = 8_000_000;

/** The machine models this workshop knows; a lead brings documents in, drive and part lists among them. */
@Component({
  selector: 'p-models',
  imports: [RouterLink, ConnectionLine, KeyBox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrls: ['../intake/intake.css', './models.css'],
  template: `
    <header>
      <a class="back" routerLink="/">Bench <p-key name="Esc" /></a>
      <h1>Models</h1>
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
