import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { pageSheets, type Page } from '@petrichor/core/papers';
import type { Typeface } from '@petrichor/core/sheets';
import { Store } from '@ngrx/store';
import { selectWorkshopName } from '../../state/session/session.reducer';
import { PhotoKeeper } from '../../state/photos/photo-keeper';
import { PaperChoice } from '../../ui/paper-choice';
import { Photo } from '../../ui/photo';
import { savePdf } from '../../ui/save-pdf';
import { PrintedPage } from './printed-page';

/** A page of the core on the screen, on paper, and as a PDF: the same words three times. */
@Component({
  selector: 'p-paper-page',
  imports: [Photo, PrintedPage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './paper-page.html',
  styleUrl: './paper.css',
})
export class PaperPage {
  readonly jobId = input.required<string>();
  readonly page = input.required<Page | null>();
  readonly number = input.required<number | null>();
  readonly day = input.required<string | null>();
  /** Beginning of the PDF's name. */
  readonly name = input.required<string>();
  protected readonly paper = inject(PaperChoice);
  private readonly photos = inject(PhotoKeeper);
  private readonly workshop = inject(Store).selectSignal(selectWorkshopName);
  protected readonly fault = signal('');
  protected readonly signs = computed(() => this.page()?.signs.filter((one) => one !== '') ?? []);

  protected async pdf(): Promise<void> {
    const [page, number, day] = [this.page(), this.number(), this.day()];
    if (!page || number === null || day === null) return;
    const head = { workshop: this.workshop() ?? '', number, day };
    const sheets = (face: Typeface) => pageSheets(page, head, this.paper.name(), face);
    this.fault.set(await savePdf(`${this.name()}-${number}.pdf`, sheets, (hash) => this.photos.bytes(hash)));
  }
}
