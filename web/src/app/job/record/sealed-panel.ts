import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { CommandReply } from '@petrichor/api';
import { mayNotLook, SAY_SEALED, type JobState, type SealedKind } from '@petrichor/core/job';
import { Store } from '@ngrx/store';
import { InputText } from 'primeng/inputtext';
import { sayWhen } from '../../shell/promise';
import { Api, faultOf } from '../../state/api';
import { JobsActions } from '../../state/jobs/jobs.actions';
import { selectAccount } from '../../state/session/session.reducer';
import { StateMark } from '../../ui/state-mark';
import { emptyJobDraft } from '../../ui/draft';
import { newId } from '../../ui/new-id';

/** How long a secret stays on the screen. */
const SHOWN_SECONDS = 30;

/** Passcodes and recovery keys: sealed on the server, shown for half a minute to whoever may, every look on record. Never kept in this browser. */
@Component({
  selector: 'p-sealed-panel',
  imports: [FormsModule, InputText, StateMark],
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
              <button class="link" type="button" [disabled]="busy()" (click)="destroy(note.id)">Destroy</button>
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
      <form class="row" (submit)="$event.preventDefault(); keep()" autocomplete="off">
        <div class="field kind">
          <label for="sealed-kind">Kind</label>
          <select id="sealed-kind" name="kind" [ngModel]="kind()" (ngModelChange)="kind.set($event)">
            @for (one of kinds; track one) {
              <option [value]="one">{{ say[one] }}</option>
            }
          </select>
        </div>
        <div class="field grow">
          <label for="sealed-label">For what</label>
          <input pInputText id="sealed-label" name="label" [ngModel]="label()" (ngModelChange)="label.set($event)" maxlength="60" />
        </div>
        <div class="field grow">
          <label for="sealed-secret">To be sealed</label>
          <input
            pInputText
            class="m"
            type="password"
            autocomplete="new-password"
            id="sealed-secret"
            name="secret"
            [ngModel]="secret()"
            (ngModelChange)="secret.set($event)"
            maxlength="2000"
          />
        </div>
        <button class="tgt" type="submit" [disabled]="busy()">Seal it</button>
      </form>
      <p class="mu small">Only whoever has the job, or a lead, can read it. It is destroyed when the machine is handed over.</p>
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
  protected readonly kinds = Object.keys(SAY_SEALED) as SealedKind[];
  protected readonly kind = signal<SealedKind>('passcode');
  protected readonly label = emptyJobDraft(() => this.job().id, 'sealed-label', '');
  // Not a draft: a secret is never written into the browser's storage.
  protected readonly secret = signal('');
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
          : `sealed by ${note.by.name}; last look ${note.looks.at(-1)!.by.name}, ${sayWhen(note.looks.at(-1)!.at)}`,
    })),
  );

  protected keep(): void {
    const secret = this.secret();
    if (secret === '') return this.fault.set('Type what is to be sealed.');
    const body = { commandId: newId(), kind: this.kind(), label: this.label().trim(), secret };
    this.send(this.api.keepSealed({ params: { jobId: this.job().id }, body }), () => {
      this.secret.set('');
      this.label.set('');
    });
  }

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
    this.send(this.api.destroySealed(this.about(noteId)), () => undefined);
  }

  protected hide(): void {
    this.shown.set(null);
  }

  private readonly about = (noteId: string) => ({ params: { jobId: this.job().id, noteId }, body: { commandId: newId() } });

  private send(reply: ReturnType<Api['keepSealed']>, then: () => void): void {
    this.busy.set(true);
    reply.subscribe({
      next: ({ events }: CommandReply) => {
        this.busy.set(false);
        this.fault.set('');
        this.store.dispatch(JobsActions.eventsCame({ jobId: this.job().id, events }));
        then();
      },
      error: (error: unknown) => this.failed(error),
    });
  }

  private failed(error: unknown): void {
    this.busy.set(false);
    this.fault.set(faultOf(error).sentence);
  }
}
