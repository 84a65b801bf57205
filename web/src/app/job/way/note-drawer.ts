import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, model, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SAY_NOTE, type JobState, type NoteKind } from '@petrichor/core/job';
import type { WayStep } from '@petrichor/core/teardown';
import { Drawer } from 'primeng/drawer';
import { InputText } from 'primeng/inputtext';
import { Textarea } from 'primeng/textarea';
import { HoldsFocus } from '../../shell/modals';
import { JobDesk } from '../../state/jobs/job-desk';
import { Choice } from '../../ui/choice';
import { jobDraft } from '../../ui/draft';
import { NumberField } from '../../ui/number-field';
import { PhotoField } from '../../ui/photo-field';

const ASK: Record<NoteKind, string> = {
  note: 'What the next person should know',
  measure: 'Where and how it was measured',
  found: 'What was wrong before anyone touched it',
  correction: 'What is otherwise than the step says',
};
const HINT: Record<NoteKind, string> = {
  note: '',
  measure: '',
  found: 'It stands on the customer’s page.',
  correction: 'A lead looks at it, and the guide of this model is put right.',
};

/** Words, photos and lengths that are kept with a step. */
@Component({
  selector: 'p-note-drawer',
  imports: [FormsModule, Drawer, HoldsFocus, InputText, Textarea, Choice, NumberField, PhotoField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      [header]="say[kind()]"
      position="right"
      [visible]="open() !== null"
      (visibleChange)="$event || open.set(null)"
      [modal]="true"
    >
      @if (open()) {
        <form class="words" (submit)="$event.preventDefault(); keep()">
          <span class="visually-hidden" id="note-kind">What kind of note</span>
          <p-choice class="kinds" [options]="kinds()" labelledBy="note-kind" [(value)]="kind" />
          @if (step(); as step) {
            <p class="mu">At: {{ step.title }}</p>
          }
          @if (kind() === 'measure') {
            <div class="field">
              <label for="note-what">What</label>
              <input
                pInputText
                id="note-what"
                name="what"
                maxlength="80"
                autocomplete="off"
                [ngModel]="what()"
                (ngModelChange)="what.set($event)"
              />
            </div>
            <div class="pair">
              <div class="field"><label for="note-mm">Length</label><p-number-field inputId="note-mm" unit="mm" [(value)]="mm" /></div>
              <div class="field">
                <label for="note-pm">Plus or minus</label><p-number-field inputId="note-pm" unit="mm" [(value)]="plusMinus" />
              </div>
            </div>
          }
          <div class="field">
            <label for="words">{{ ask[kind()] }}</label>
            <textarea
              pTextarea
              id="words"
              name="words"
              rows="4"
              maxlength="2000"
              [ngModel]="words()"
              (ngModelChange)="words.set($event)"
            ></textarea>
            <p class="hint">{{ hint[kind()] }}</p>
          </div>
          <p-photo-field inputId="note-photo" [(hashes)]="photos" />
          <p class="fault" role="alert">{{ fault() }}</p>
          <button class="go big" type="submit">Keep it</button>
        </form>
      }
    </p-drawer>
  `,
  styles: `
    .words {
      display: grid;
      gap: 14px;
    }
    .kinds {
      flex-wrap: wrap;
    }
    .pair {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 12px;
    }
  `,
})
export class NoteDrawer {
  readonly job = input.required<JobState>();
  readonly step = input.required<WayStep | null>();
  /** The kind it opens with; null: closed. */
  readonly open = model<NoteKind | null>(null);
  private readonly desk = inject(JobDesk);
  protected readonly kind = linkedSignal(() => this.open() ?? 'note');
  protected readonly kinds = computed(() =>
    (['note', 'measure', 'found', 'correction'] as const)
      .filter((kind) => kind !== 'correction' || typeof this.step()?.operationId === 'string')
      .map((value) => ({ value, label: SAY_NOTE[value] })),
  );
  protected readonly say = SAY_NOTE;
  protected readonly ask = ASK;
  protected readonly hint = HINT;
  private readonly draftOf = <T>(field: string, empty: T) =>
    jobDraft<T>(
      () => this.job().id,
      field,
      () => empty,
    );
  protected readonly words = this.draftOf('note', '');
  protected readonly what = this.draftOf('note-what', '');
  protected readonly mm = this.draftOf<number | null>('note-mm', null);
  protected readonly plusMinus = this.draftOf<number | null>('note-pm', 0.1);
  protected readonly photos = this.draftOf<readonly string[]>('note-photos', []);
  protected readonly fault = signal('');

  protected keep(): void {
    const kind = this.kind();
    const mm = this.mm();
    const measured = kind === 'measure' && mm !== null ? { what: this.what(), mm, plusMinusMm: this.plusMinus() ?? 0 } : null;
    const own = this.words().trim();
    // A photo or a length may say it all.
    const text = own !== '' ? own : measured ? measured.what : this.photos().length > 0 ? 'See the photo.' : '';
    const refusal = this.desk.give(this.job(), {
      type: 'note',
      text,
      stepId: this.step()?.id ?? null,
      kind,
      photos: [...this.photos()],
      measured,
    });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.words.set('');
    this.what.set('');
    this.mm.set(null);
    this.photos.set([]);
    this.open.set(null);
  }
}
