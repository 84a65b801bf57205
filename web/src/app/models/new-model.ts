import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { freshModel, FreshModelSchema, type FreshModel } from '@petrichor/core/hardware';
import { Store } from '@ngrx/store';
import { InputText } from 'primeng/inputtext';
import { selectModels } from '../state/knowledge/knowledge.reducer';
import { draft } from '../ui/draft';
import { NumberField } from '../ui/number-field';
import { GuideDrafts } from './edit/guide-drafts';

type Typed = Omit<FreshModel, 'widthMm' | 'heightMm'> & { readonly widthMm: number | null; readonly heightMm: number | null };
const NOTHING: Typed = { maker: '', name: '', labelText: '', slotKind: 'm2', startSide: 'lid-open', widthMm: null, heightMm: null };
const SLOTS: readonly { value: FreshModel['slotKind']; label: string }[] = [
  { value: 'm2', label: 'M.2 socket' },
  { value: 'bay-2.5', label: '2.5-inch bay' },
  { value: 'bay-3.5', label: '3.5-inch bay' },
  { value: 'bay-1.8', label: '1.8-inch bay' },
  { value: 'msata', label: 'mSATA socket' },
];
const SIDES: readonly { value: FreshModel['startSide']; label: string }[] = [
  { value: 'lid-open', label: 'a laptop: lid open' },
  { value: 'base-up', label: 'a box: base up' },
  { value: 'glass-up', label: 'an all-in-one: glass up' },
];

/** The little one has to know before the first screw: then the guide is written while the machine is opened. */
@Component({
  selector: 'p-new-model',
  imports: [FormsModule, InputText, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); begin()">
      <div class="field">
        <label for="new-maker">Maker</label>
        <input pInputText id="new-maker" name="maker" maxlength="40" [ngModel]="typed().maker" (ngModelChange)="type({ maker: $event })" />
      </div>
      <div class="field">
        <label for="new-name">Name</label>
        <input pInputText id="new-name" name="name" maxlength="60" [ngModel]="typed().name" (ngModelChange)="type({ name: $event })" />
      </div>
      <div class="field">
        <label for="new-label">What the label underneath says</label>
        <input
          pInputText
          class="m"
          id="new-label"
          name="label"
          maxlength="60"
          [ngModel]="typed().labelText"
          (ngModelChange)="type({ labelText: $event })"
        />
      </div>
      <div class="field">
        <label for="new-slot">What the drive sits in</label>
        <select id="new-slot" name="slot" [ngModel]="typed().slotKind" (ngModelChange)="type({ slotKind: $event })">
          @for (slot of slots; track slot.value) {
            <option [ngValue]="slot.value">{{ slot.label }}</option>
          }
        </select>
      </div>
      <div class="field">
        <label for="new-side">How it lies at first</label>
        <select id="new-side" name="side" [ngModel]="typed().startSide" (ngModelChange)="type({ startSide: $event })">
          @for (side of sides; track side.value) {
            <option [ngValue]="side.value">{{ side.label }}</option>
          }
        </select>
      </div>
      <div class="field">
        <label for="new-width">Its width</label>
        <p-number-field inputId="new-width" unit="mm" [value]="typed().widthMm" (valueChange)="type({ widthMm: $event })" />
      </div>
      <div class="field">
        <label for="new-height">Its depth, or height of the glass</label>
        <p-number-field inputId="new-height" unit="mm" [value]="typed().heightMm" (valueChange)="type({ heightMm: $event })" />
      </div>
      <button class="go" type="submit">Begin its guide</button>
      <p class="fault" role="alert">{{ fault() }}</p>
    </form>
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: 10px 14px;
      align-items: end;
    }
    .fault {
      grid-column: 1/-1;
    }
  `,
})
export class NewModel {
  private readonly router = inject(Router);
  private readonly drafts = inject(GuideDrafts);
  private readonly models = inject(Store).selectSignal(selectModels);
  protected readonly typed = draft<Typed>('new-model', NOTHING);
  protected readonly fault = signal('');
  protected readonly slots = SLOTS;
  protected readonly sides = SIDES;

  protected type(own: Partial<Typed>): void {
    this.typed.update((now) => ({ ...now, ...own }));
  }

  protected begin(): void {
    const read = FreshModelSchema.safeParse(this.typed());
    if (!read.success) {
      const { path, message } = read.error.issues[0]!;
      const missing = path[0] === 'widthMm' ? 'Measure its width in mm.' : path[0] === 'heightMm' ? 'Measure its depth in mm.' : message;
      return this.fault.set(message.startsWith('Invalid') ? missing : message);
    }
    const model = freshModel(read.data);
    if (this.models().some((one) => one.id === model.id))
      return this.fault.set(`${model.maker} ${model.name} is here already. Look it up in the list, and write at its guide.`);
    if (!this.drafts.of(model.id)) this.drafts.keep({ model, basedOn: 0, photo: null });
    this.typed.set(NOTHING);
    void this.router.navigate(['/models', model.id, 'guide']);
  }
}
