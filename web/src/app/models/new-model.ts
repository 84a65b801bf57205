import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { freshModel, FreshModelSchema, type FreshModel } from '@petrichor/core/hardware';
import { selectModels } from '../state/knowledge/knowledge.reducer';
import { NumberField } from '../ui/field/number-field';
import { SelectField } from '../ui/field/select-field';
import { TextField } from '../ui/field/text-field';
import { form } from '../ui/form';
import { GuideDrafts } from './edit/guide-drafts';

type Typed = Omit<FreshModel, 'widthMm' | 'heightMm'> & {
  readonly widthMm: number | null;
  readonly heightMm: number | null;
};
const NOTHING: Typed = {
  maker: '',
  name: '',
  labelText: '',
  slotKind: 'm2',
  startSide: 'lid-open',
  widthMm: null,
  heightMm: null,
};
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

/**
 * The little one has to know before the first screw: then the guide is written while the machine is opened.
 */
@Component({
  selector: 'p-new-model',
  imports: [FormField, NumberField, SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="form.send($event)" novalidate>
      <p-text-field label="Maker" fieldId="new-maker" [formField]="form.fields.maker" />
      <p-text-field label="Name" fieldId="new-name" [formField]="form.fields.name" />
      <p-text-field
        label="What the label underneath says"
        mono
        fieldId="new-label"
        [formField]="form.fields.labelText"
      />
      <p-select-field
        label="What the drive sits in"
        fieldId="new-slot"
        [options]="slots"
        [formField]="form.fields.slotKind"
      />
      <p-select-field
        label="How it lies at first"
        fieldId="new-side"
        [options]="sides"
        [formField]="form.fields.startSide"
      />
      <p-number-field label="Its width" fieldId="new-width" unit="mm" [formField]="form.fields.widthMm" />
      <p-number-field
        label="Its depth, or height of the glass"
        fieldId="new-height"
        unit="mm"
        [formField]="form.fields.heightMm"
      />
      <button class="go" type="submit">Begin its guide</button>
      <p class="fault" role="alert">{{ form.fault() }}</p>
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
  protected readonly slots = SLOTS;
  protected readonly sides = SIDES;
  protected readonly form = form(FreshModelSchema, {
    draft: 'new-model',
    empty: NOTHING,
    send: (typed) => this.begin(typed),
  });

  private begin(typed: FreshModel): { sentence: string } | null {
    const model = freshModel(typed);
    if (this.models().some((one) => one.id === model.id))
      return {
        sentence: `${model.maker} ${model.name} is here already. Look it up in the list, and write at its guide.`,
      };
    if (!this.drafts.of(model.id)) this.drafts.keep({ model, basedOn: 0, photo: null });
    void this.router.navigate(['/models', model.id, 'guide']);
    return null;
  }
}
