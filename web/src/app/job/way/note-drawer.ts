import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  model,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { SAY_NOTE, type JobState, type NoteKind } from '@petrichor/core/job';
import type { WayStep } from '@petrichor/core/teardown';
import { Drawer } from 'primeng/drawer';
import { z } from 'zod';
import { HoldsFocus } from '../../shell/modals';
import { JobDesk } from '../../state/jobs/job-desk';
import { ChoiceField } from '../../ui/field/choice-field';
import { NumberField } from '../../ui/field/number-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';
import { PhotoField } from '../../ui/photo-field';

const ASK: Record<NoteKind, string> = {
  note: 'What the next person should know',
  measure: 'Where and how it was measured',
  found: 'What was wrong before anyone touched it',
  correction: 'What is otherwise than the step says',
  'next-time': 'What to look at when it is here again',
};
const HINT: Record<NoteKind, string> = {
  note: '',
  measure: '',
  found: 'It stands on the customer’s page.',
  correction: 'A lead looks at it, and the guide of this model is put right.',
  'next-time': 'It stands on the customer’s page, and at Take in when this serial comes again.',
};

/** All of it may stay empty here: what has to be there hangs on the kind. */
const NoteSchema = z.strictObject({
  text: z.string().trim().max(2000),
  what: z.string().trim().max(80),
  mm: z.number().nullable(),
  plusMinusMm: z.number().nullable(),
  photos: z.array(z.string()),
});

/** Words, photos and lengths that are kept with a step. */
@Component({
  selector: 'p-note-drawer',
  imports: [FormField, ChoiceField, Drawer, HoldsFocus, NumberField, PhotoField, TextField],
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
        <form class="words" (submit)="form.send($event)" novalidate>
          <p-choice-field label="What kind of note" quiet [options]="kinds()" [(value)]="kind" />
          @if (step(); as step) {
            <p class="mu">At: {{ step.title }}</p>
          }
          @if (kind() === 'measure') {
            <p-text-field label="What" fieldId="note-what" [formField]="form.fields.what" />
            <div class="pair">
              <p-number-field label="Length" fieldId="note-mm" unit="mm" [formField]="form.fields.mm" />
              <p-number-field
                label="Plus or minus"
                fieldId="note-pm"
                unit="mm"
                [formField]="form.fields.plusMinusMm"
              />
            </div>
          }
          <p-text-field
            [label]="ask[kind()]"
            fieldId="words"
            rows="4"
            [hint]="hint[kind()]"
            [formField]="form.fields.text"
          />
          <p-photo-field
            inputId="note-photo"
            [hashes]="form.typed().photos"
            (hashesChange)="form.patch({ photos: $event })"
          />
          <p class="fault" role="alert">{{ form.fault() }}</p>
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
    (['note', 'measure', 'found', 'correction', 'next-time'] as const)
      .filter((kind) => kind !== 'correction' || typeof this.step()?.operationId === 'string')
      .map((value) => ({ value, label: SAY_NOTE[value] })),
  );
  protected readonly say = SAY_NOTE;
  protected readonly ask = ASK;
  protected readonly hint = HINT;
  protected readonly form = form(NoteSchema, {
    draft: { of: () => this.job().id, name: 'note' },
    empty: { text: '', what: '', mm: null, plusMinusMm: 0.1, photos: [] },
    send: ({ text: own, what, mm, plusMinusMm, photos }) => {
      const kind = this.kind();
      const measured = kind === 'measure' && mm !== null ? { what, mm, plusMinusMm: plusMinusMm ?? 0 } : null;
      // A photo or a length may say it all.
      const text = own !== '' ? own : measured ? measured.what : photos.length > 0 ? 'See the photo.' : '';
      const refusal = this.desk.give(this.job(), {
        type: 'note',
        text,
        stepId: this.step()?.id ?? null,
        kind,
        photos,
        measured,
      });
      if (!refusal) this.open.set(null);
      return refusal;
    },
  });
}
