import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { slotsOf, findModels, sayModel } from '@petrichor/core/hardware';
import { ConnectionLine } from '../shell/connection-line';
import { Keys } from '../shell/keys';
import { Api, faultOf } from '../state/api';
import { KnowledgeActions, selectKnowledgeState } from '../state/knowledge/knowledge.reducer';
import { selectAccount } from '../state/session/session.reducer';
import { TextField } from '../ui/field/text-field';
import { KeyBox } from '../ui/key-box';
import { tooLarge } from '../ui/too-large';
import { GuideDrafts } from './edit/guide-drafts';
import { NewModel } from './new-model';
import { PolicyForm } from './policy-form';
import { PricingForm } from './pricing-form';

/** The machine models this workshop knows; a lead brings documents in, drive and part lists among them. */
@Component({
  selector: 'p-models',
  imports: [RouterLink, ConnectionLine, KeyBox, NewModel, PolicyForm, PricingForm, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrls: ['../ui/page.css', './models.css'],
  template: `
    <header>
      <a class="back" routerLink="/">Bench <p-key name="Esc" /></a>
      <h1>Models</h1>
      @if (lead()) {
        <label class="tgt"
          >Bring in a document<input
            class="visually-hidden"
            type="file"
            accept=".json,application/json"
            (change)="bringIn($event)"
        /></label>
      }
    </header>
    <p class="told" role="status">{{ told() }}</p>
    <p class="told fault" role="alert">{{ fault() || (knowledge().failed ?? '') }}</p>
    <div class="page">
      <section>
        <h2>Machine models</h2>
        <p-text-field
          label="Find by maker, name or what the label underneath says"
          fieldId="find-model"
          (keydown.enter)="openFirst()"
          [(value)]="typed"
        />
        <ul class="lines">
          @for (model of models(); track model.id) {
            <li>
              <span
                ><a [routerLink]="['/models', model.id]"
                  ><b>{{ model.name }}</b></a
                ><br /><span class="mu">label: {{ model.labels }}</span></span
              ><span
                >{{ model.slots }}; {{ model.operations }} operations, guide version {{ model.version
                }}{{ model.state }}</span
              >
            </li>
          } @empty {
            <li>
              {{
                typed()
                  ? 'No model of that name or label. Begin its guide, at the right.'
                  : 'None yet. Begin one at the right, or bring one in as a JSON document (docs/formats); demo/models has some to look at.'
              }}
            </li>
          }
        </ul>
      </section>
      <section>
        @if (unsaved().length > 0) {
          <h2>Being written here, not saved</h2>
          <ul class="lines">
            @for (id of unsaved(); track id) {
              <li>
                <a [routerLink]="['/models', id, 'guide']">{{ id }}</a>
              </li>
            }
          </ul>
        }
        <h2>A machine that nobody has opened here yet</h2>
        <p-new-model />
        <h2>How this workshop opens machines</h2>
        <p-policy-form [policy]="knowledge().policy" [lead]="lead()" />
        <h2>What this workshop charges</h2>
        <p-pricing-form [pricing]="knowledge().pricing" [lead]="lead()" />
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
  private readonly router = inject(Router);
  private readonly drafts = inject(GuideDrafts);
  protected readonly typed = signal('');
  protected readonly unsaved = computed(() => this.drafts.ids());
  protected readonly told = signal('');
  protected readonly fault = signal('');
  protected readonly models = computed(() =>
    findModels(this.knowledge().models, this.typed()).map((model) => ({
      id: model.id,
      name: sayModel(model),
      labels: model.labelTexts.join(', '),
      slots: slotsOf(model, null)
        .map((slot) => slot.label)
        .join('; '),
      operations: model.guide.operations.length,
      version: model.guide.version,
      state: model.guide.state === 'reviewed' ? '' : `, ${model.guide.state}`,
    })),
  );
  constructor() {
    inject(Keys).bind({ Escape: { say: 'Back to the Bench', run: () => void this.router.navigate(['/']) } });
    this.store.dispatch(KnowledgeActions.wanted());
  }

  protected openFirst(): void {
    const first = this.models()[0];
    if (first && this.typed().trim() !== '') void this.router.navigate(['/models', first.id]);
  }

  protected async bringIn(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    field.value = '';
    if (!file) return;
    this.told.set('');
    this.fault.set('');
    const large = tooLarge(file, 8, 'That is no machine model or drive list.');
    if (large) return this.fault.set(large);
    this.api.bringIn({ body: { text: await file.text() } }).subscribe({
      next: ({ imported }) => {
        this.told.set(`Brought in: ${imported}.`);
        this.store.dispatch(KnowledgeActions.wanted());
      },
      error: (error: unknown) => this.fault.set(`${file.name}: ${faultOf(error).sentence}`),
    });
  }
}
