import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Store } from '@ngrx/store';
import { KeepSealedSchema, type CommandReply } from '@petrichor/api';
import { mayNotLook, SAY_SEALED, type JobState, type SealedKind } from '@petrichor/core/job';
import { tap, type Observable } from 'rxjs';
import { sayWhen } from '../../shell/promise';
import { Api, faultOf } from '../../state/api';
import { JobsActions } from '../../state/jobs/jobs.actions';
import { selectAccount } from '../../state/session/session.reducer';
import { type ChoiceOption } from '../../ui/choice';
import { SelectField } from '../../ui/field/select-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';
import { newId } from '../../ui/new-id';
import { StateMark } from '../../ui/state-mark';

/** How long a secret stays on the screen. */
const SHOWN_SECONDS = 30;

/**
 * Passcodes and recovery keys: sealed on the server, shown for half a minute to whoever may, every look on
 * record. Never kept in this browser.
 */
@Component({
  selector: 'p-sealed-panel',
  imports: [FormField, SelectField, StateMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
    .grow {
      flex: 1 1 150px;
    }
    .secret {
      padding: 8px 14px;
      background: var(--ochre-wash);
      border-left: 6px solid var(--ochre);
      font-size: 21px;
      line-height: 28px;
      white-space: pre-wrap;
      overflow-wrap: anywhere;
    }
    .kind {
      width: 170px;
    }
  `,
  template: `
    <ul class="lines">
      @for (note of notes(); track note.id) {
        <li>
          <span class="done"
            ><p-state-mark [mark]="note.destroyed ? 'settled' : 'stop'" [size]="16" /><span
              ><b>{{ say[note.kind] }}</b> {{ note.label }} <span class="mu">{{ note.state }}</span></span
            ></span
          >
          @if (!note.destroyed) {
            <span class="row">
              <button class="tgt" type="button" [disabled]="busy()" (click)="look(note.id)">Read it</button>
              <button class="link" type="button" [disabled]="busy()" (click)="destroy(note.id)">
                Destroy
              </button>
            </span>
          }
        </li>
        @if (shown()?.id === note.id) {
          <li>
            <p class="secret m">{{ shown()!.secret }}</p>
            <button class="tgt" type="button" (click)="hide()">Hide it</button>
          </li>
        }
      } @empty {
        <li class="mu">None. What lets somebody in belongs here and nowhere else.</li>
      }
    </ul>
    @if (!job().closed) {
      <form class="row" (submit)="form.send($event)" autocomplete="off" novalidate>
        <p-select-field
          class="kind"
          label="Kind"
          fieldId="sealed-kind"
          [options]="kinds"
          [formField]="form.fields.kind"
        />
        <p-text-field class="grow" label="For what" fieldId="sealed-label" [formField]="form.fields.label" />
        <p-text-field
          class="grow"
          label="To be sealed"
          mono
          type="password"
          complete="new-password"
          fieldId="sealed-secret"
          [formField]="form.fields.secret"
        />
        <button class="tgt" type="submit" [disabled]="form.busy()">Seal it</button>
      </form>
      <p class="fault" role="alert">{{ form.fault() }}</p>
      <p class="mu small">
        Only whoever has the job, or a lead, can read it. It is destroyed when the machine is handed over.
      </p>
    }
    <p class="fault" role="alert">{{ fault() }}</p>
  `,
})
export class SealedPanel {
  readonly job = input.required<JobState>();
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly account = this.store.selectSignal(selectAccount);
  protected readonly say = SAY_SEALED;
  protected readonly kinds: readonly ChoiceOption<SealedKind>[] = (
    Object.keys(SAY_SEALED) as SealedKind[]
  ).map((value) => ({
    value,
    label: SAY_SEALED[value],
  }));
  // Not a draft: a secret is never written into the browser's storage.
  protected readonly form = form(KeepSealedSchema.omit({ commandId: true }), {
    empty: { kind: 'passcode', label: '', secret: '' },
    send: (given) =>
      this.taken(
        this.api.keepSealed({ params: { jobId: this.job().id }, body: { commandId: newId(), ...given } }),
      ),
  });
  protected readonly shown = signal<{ readonly id: string; readonly secret: string } | null>(null);
  protected readonly busy = signal(false);
  protected readonly fault = signal('');
  private timer: ReturnType<typeof setTimeout> | null = null;
  protected readonly notes = computed(() =>
    this.job().sealed.map((note) => ({
      ...note,
      state: note.destroyed
        ? `destroyed ${sayWhen(note.destroyed.at)}`
        : note.looks.length === 0
          ? `sealed by ${note.by.name}, nobody has looked`
          : `sealed by ${note.by.name}; last look ${sure(note.looks.at(-1)).by.name}, ${sayWhen(sure(note.looks.at(-1)).at)}`,
    })),
  );

  protected look(noteId: string): void {
    const account = this.account();
    const not = account && mayNotLook(this.job(), { by: account, roles: account.roles });
    if (not) return this.fault.set(not.sentence);
    this.busy.set(true);
    this.api.lookSealed(this.about(noteId)).subscribe({
      next: ({ secret }) => {
        this.busy.set(false);
        this.fault.set('');
        this.shown.set({ id: noteId, secret });
        if (this.timer) clearTimeout(this.timer);
        this.timer = setTimeout(() => this.hide(), SHOWN_SECONDS * 1000);
      },
      error: (error: unknown) => this.failed(error),
    });
  }

  protected destroy(noteId: string): void {
    this.hide();
    this.busy.set(true);
    this.taken(this.api.destroySealed(this.about(noteId))).subscribe({
      next: () => {
        this.busy.set(false);
        this.fault.set('');
      },
      error: (error: unknown) => this.failed(error),
    });
  }

  protected hide(): void {
    this.shown.set(null);
  }

  private readonly about = (noteId: string) => ({
    params: { jobId: this.job().id, noteId },
    body: { commandId: newId() },
  });

  /** What the server made of it goes into the job. */
  private taken(reply: Observable<CommandReply>): Observable<CommandReply> {
    return reply.pipe(
      tap(({ events }) => this.store.dispatch(JobsActions.eventsCame({ jobId: this.job().id, events }))),
    );
  }

  private failed(error: unknown): void {
    this.busy.set(false);
    this.fault.set(faultOf(error).sentence);
  }
}
