import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { mainDrive, type JobState } from '@petrichor/core/job';
import { driveTag, jobTag, LABEL_SHEETS, labelSheets, type LabelSheetId } from '@petrichor/core/papers';
import { draft } from '../../ui/draft';
import { NumberField } from '../../ui/field/number-field';
import { SelectField } from '../../ui/field/select-field';
import { PaperChoice } from '../../ui/paper-choice';
import { qrModules } from '../../ui/qr';
import { savePdf } from '../../ui/save-pdf';

/**
 * Labels for the machine and its drives, with a code that opens the job; on a sheet that may have been begun.
 */
@Component({
  selector: 'p-tags-panel',
  imports: [NumberField, SelectField],
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
      <p-select-field
        class="sheet"
        label="Label sheet"
        fieldId="label-sheet"
        [options]="sheets"
        [(value)]="sheet"
      />
      <p-number-field class="first" label="First free label" fieldId="label-first" [(value)]="first" />
      <button class="tgt" type="button" (click)="print()">Tags (PDF)</button>
    </div>
    <p class="mu small">
      One for the machine, one for the old drive, one for the new. Nothing on them says what is wrong.
    </p>
    <p class="fault" role="alert">{{ fault() }}</p>
  `,
})
export class TagsPanel {
  readonly job = input.required<JobState>();
  private readonly paper = inject(PaperChoice);
  protected readonly sheets = (Object.keys(LABEL_SHEETS) as LabelSheetId[]).map((value) => ({
    value,
    label: LABEL_SHEETS[value].say,
  }));
  protected readonly sheet = draft<LabelSheetId>('label-sheet', this.paper.name() === 'A4' ? '3x8' : '2x5');
  protected readonly first = draft<number | null>('label-first', 1);
  protected readonly fault = signal('');

  protected async print(): Promise<void> {
    const kind = LABEL_SHEETS[this.sheet()];
    const first = this.first() ?? 1;
    if (!Number.isInteger(first) || first < 1 || first > kind.columns * kind.rows)
      return this.fault.set(
        `This sheet has labels 1 to ${kind.columns * kind.rows}: type which is the first that is free.`,
      );
    const { origin } = location;
    const tags = [
      jobTag(this.job(), origin),
      ...(mainDrive(this.job())
        ? [driveTag(this.job(), 'old', origin), driveTag(this.job(), 'new', origin)]
        : []),
    ];
    const labels = await Promise.all(
      tags.map(async (label) => ({ label, modules: await qrModules(label.code) })),
    );
    const fault = await savePdf(`tags-${this.job().number}.pdf`, (face) =>
      labelSheets(labels, this.sheet(), face, first - 1),
    );
    this.fault.set(fault);
    // The next job goes on where this sheet ends.
    if (fault === '') this.first.set(((first - 1 + labels.length) % (kind.columns * kind.rows)) + 1);
  }
}
