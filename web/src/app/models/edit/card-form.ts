import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { MachineOutline } from '@petrichor/core/hardware';
import { InputText } from 'primeng/inputtext';
import { Choice } from '../../ui/choice';
import { NumberField } from '../../ui/number-field';
import type { GuideDraft } from './guide-draft';

/** The model's card, and the outline that its screws are set on. */
@Component({
  selector: 'p-card-form',
  imports: [FormsModule, InputText, Choice, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field">
      <label for="card-labels">What labels underneath say, a line each</label>
      <textarea
        pInputText
        class="m"
        id="card-labels"
        rows="2"
        [ngModel]="labels()"
        (ngModelChange)="patch({ labelTexts: lines($event) })"
      ></textarea>
    </div>
    <div class="pair wide">
      <div class="field">
        <label for="card-firmware">Into firmware</label>
        <input
          pInputText
          id="card-firmware"
          maxlength="120"
          [ngModel]="model().firmwareEntry"
          (ngModelChange)="patch({ firmwareEntry: $event })"
        />
      </div>
      <div class="field">
        <label for="card-boot">Into the boot menu</label>
        <input
          pInputText
          id="card-boot"
          maxlength="120"
          [ngModel]="model().bootMenuEntry"
          (ngModelChange)="patch({ bootMenuEntry: $event })"
        />
      </div>
    </div>
    <div class="field">
      <label for="card-try">How it is tried before it is closed</label>
      <input
        pInputText
        id="card-try"
        maxlength="240"
        [ngModel]="model().tryBeforeClosing"
        (ngModelChange)="patch({ tryBeforeClosing: $event })"
      />
    </div>
    <div class="field">
      <span class="label" id="card-start">Can it be started while it lies open?</span>
      <p-choice labelledBy="card-start" [options]="starts" [value]="starting()" (valueChange)="setStart($event)" />
      <p class="hint">Yes: at each operation that has to be back first, say so. Nobody has said: it is tried once closed.</p>
    </div>
    <div class="pair wide">
      <div class="field">
        <label for="card-cautions">Cautions, a line each</label>
        <textarea
          pInputText
          id="card-cautions"
          rows="3"
          [ngModel]="cautions()"
          (ngModelChange)="patch({ cautions: lines($event) })"
        ></textarea>
      </div>
      <div class="field">
        <label for="card-soldered">Soldered, a line each</label>
        <textarea
          pInputText
          id="card-soldered"
          rows="3"
          [ngModel]="soldered()"
          (ngModelChange)="patch({ soldered: lines($event) })"
        ></textarea>
      </div>
    </div>
    <div class="pair">
      <div class="field">
        <label for="card-width">Outline, width</label>
        <p-number-field
          inputId="card-width"
          unit="mm"
          [value]="outline().widthMm"
          (valueChange)="$event && patchOutline({ widthMm: $event })"
        />
      </div>
      <div class="field">
        <label for="card-height">Outline, height</label>
        <p-number-field
          inputId="card-height"
          unit="mm"
          [value]="outline().heightMm"
          (valueChange)="$event && patchOutline({ heightMm: $event })"
        />
      </div>
      <div class="field">
        <label for="card-top">Edge above</label>
        <input pInputText id="card-top" maxlength="30" [ngModel]="outline().topEdge" (ngModelChange)="patchOutline({ topEdge: $event })" />
      </div>
      <div class="field">
        <label for="card-bottom">Edge below</label>
        <input
          pInputText
          id="card-bottom"
          maxlength="30"
          [ngModel]="outline().bottomEdge"
          (ngModelChange)="patchOutline({ bottomEdge: $event })"
        />
      </div>
    </div>
  `,
  styleUrl: './operation-form.css',
})
export class CardForm {
  readonly draft = input.required<GuideDraft>();
  protected readonly model = computed(() => this.draft().model());
  protected readonly outline = computed(() => this.model().guide.outline);
  protected readonly labels = computed(() => this.model().labelTexts.join('\n'));
  protected readonly cautions = computed(() => this.model().cautions.join('\n'));
  protected readonly soldered = computed(() => this.model().soldered.join('\n'));

  protected readonly starts = [
    { value: false, label: 'nobody has said' },
    { value: true, label: 'yes' },
  ];
  protected readonly starting = computed(() => this.model().guide.start !== null);

  protected setStart(can: boolean): void {
    this.draft().patchGuide({ start: can ? (this.model().guide.start ?? { back: [] }) : null });
  }

  protected patch(own: Parameters<GuideDraft['patchModel']>[0]): void {
    this.draft().patchModel(own);
  }

  protected patchOutline(own: Partial<MachineOutline>): void {
    this.draft().patchGuide({ outline: { ...this.outline(), ...own } });
  }

  /** Empty lines stay while one writes: they are left out when it is saved. */
  protected readonly lines = (text: string): string[] => text.split('\n');
}
