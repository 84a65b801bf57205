import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { JobState } from '@petrichor/core/job';
import { driveTag, jobTag, LABEL_SHEETS, labelSheets, type LabelSheetId } from '@petrichor/core/papers';
import { NumberField } from '../../ui/number-field';
import { draft } from '../../ui/draft';
import { qrModules } from '../../ui/qr';
import { savePdf } from '../../ui/save-pdf';
import { PaperChoice } from '../../ui/paper-choice';

/** Labels for the machine and its drives, with a code that opens the job; on a sheet that may have been begun. */
@Component({
  selector: 'p-tags-panel',
  imports: [FormsModule, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
    .sheet {
      width: 260px;
    }
    .first {
      width: 130px;
    }
  `,
  template: `
    <div class="row">
      <div class="field sheet">
        <label for="label-sheet">Label sheet</label>
        <select id="label-sheet" [ngModel]="sheet()" (ngModelChange)="sheet.set($event)">
          @for (one of sheets; track one.id) {
            <option [value]="one.id">{{ one.say }}</option>
          }
        </select>
      </div>
      <div class="field first">
        <label for="label-first">First free label</label>
        <p-number-field inputId="label-first" [value]="first()" (valueChange)="first.set($event)" />
      </div>
      <button class="tgt" type="button" (click)="print()">Tags (PDF)</button>
    </div>
    <p class="mu small">One for the machine, one for the old drive, one for the new. Nothing on them says what is wrong.</p>
    <p class="fault" role="alert">{{ fault() }}</p>
  `,
})
export class TagsPanel {
  readonly job = input.required<JobState>();
  private readonly paper = inject(PaperChoice);
  protected readonly sheets = (Object.keys(LABEL_SHEETS) as LabelSheetId[]).map((id) => ({ id, say: LABEL_SHEETS[id].say }));
  protected readonly sheet = draft<LabelSheetId>('label-sheet', this.paper.name() === 'A4' ? '3x8' : '2x5');
  protected readonly first = draft<number | null>('label-first', 1);
  protected readonly fault = signal('');

  protected async print(): Promise<void> {
    const kind = LABEL_SHEETS[this.sheet()];
    const first = this.first() ?? 1;
    if (!Number.isInteger(first) || first < 1 || first > kind.columns * kind.rows)
      return this.fault.set(`This sheet has labels 1 to ${kind.columns * kind.rows}: type which is the first that is free.`);
    const { origin } = location;
    const tags = [
      jobTag(this.job(), origin),
      ...(this.job().choice ? [driveTag(this.job(), 'old', origin), driveTag(this.job(), 'new', origin)] : []),
    ];
    const labels = await Promise.all(tags.map(async (label) => ({ label, modules: await qrModules(label.code) })));
    const fault = await savePdf(`tags-${this.job().number}.pdf`, (face) => labelSheets(labels, this.sheet(), face, first - 1));
    this.fault.set(fault);
    // The next job goes on where this sheet ends.
    if (fault === '') this.first.set(((first - 1 + labels.length) % (kind.columns * kind.rows)) + 1);
  }
}
