import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { NewAccountSchema, OwnPasswordSchema, type Person, type SignedIn } from '@petrichor/api';
import { tap, type Observable } from 'rxjs';
import { z } from 'zod';
import { sayWhen } from '../shell/promise';
import { Api, faultOf } from '../state/api';
import { TextField } from '../ui/field/text-field';
import { form } from '../ui/form';
import { sayDevice } from './device';
import { RolesField } from './roles-field';

/** One person: what a lead changes of them, one's own password, and where they are signed in. */
@Component({
  selector: 'p-person-panel',
  imports: [FormField, RolesField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './people.css',
  templateUrl: './person-panel.html',
})
export class PersonPanel {
  readonly person = input.required<Person>();
  /** Whoever looks is a lead. */
  readonly lead = input.required<boolean>();
  /** Whoever looks is this person. */
  readonly self = input.required<boolean>();
  readonly changed = output<Person[]>();
  private readonly api = inject(Api);
  private readonly id = computed(() => this.person().id);
  /** What is typed belongs to one person: it is gone when another is looked at. */
  protected readonly details = form(NewAccountSchema.pick({ name: true, roles: true }), {
    empty: () => {
      this.id();
      const { name, roles } = untracked(this.person);
      return { name, roles };
    },
    send: (body) => this.people(this.api.changePerson({ params: this.who(), body }), 'Saved.'),
  });
  /** A lead who resets another's password does not know the old one: nothing is asked for. */
  protected readonly secret = form(OwnPasswordSchema.extend({ old: z.string() }), {
    empty: () => {
      this.id();
      return { old: '', password: '' };
    },
    send: (body) => this.setPassword(body),
  });
  protected readonly fault = linkedSignal<string, string>({ source: this.id, computation: () => '' });
  protected readonly done = linkedSignal<string, string>({ source: this.id, computation: () => '' });
  /** Removing somebody is asked once more. */
  protected readonly removing = linkedSignal<string, boolean>({ source: this.id, computation: () => false });
  protected readonly sessions = signal<SignedIn[]>([]);
  private readonly who = () => ({ accountId: this.id() });
  protected readonly device = sayDevice;
  protected readonly when = sayWhen;

  constructor() {
    effect(() => {
      const id = this.id();
      this.sessions.set([]);
      this.api.sessionsOf({ params: { accountId: id } }).subscribe({
        next: ({ sessions }) => this.id() === id && this.sessions.set(sessions),
        error: (error: unknown) => this.fault.set(faultOf(error).sentence),
      });
    });
  }

  protected lock(locked: boolean): void {
    const { name } = this.person();
    this.ask(
      this.people(
        this.api.changePerson({ params: this.who(), body: { locked } }),
        locked ? `${name} is locked, and signed out everywhere.` : `${name} may sign in again.`,
        () => locked && this.sessions.set([]),
      ),
    );
  }

  protected remove(): void {
    if (!this.removing()) return this.removing.set(true);
    this.ask(
      this.people(
        this.api.removePerson({ params: this.who() }),
        `${this.person().name} is gone. What they did keeps their name.`,
      ),
    );
  }

  protected signOut(session: SignedIn): void {
    const asked = this.api.endSession({ params: { ...this.who(), sessionId: session.id } });
    this.ask(this.said(asked, 'Signed out there.', ({ sessions }) => this.sessions.set(sessions)));
  }

  private setPassword(body: { old: string; password: string }): Observable<unknown> {
    const self = this.self();
    const asked: Observable<unknown> = self
      ? this.api.ownPassword({ body })
      : this.api.resetPassword({ params: this.who(), body: { password: body.password } });
    const sentence = self
      ? 'Your password is changed. Your other devices are signed out.'
      : `${this.person().name} signs in with that password now, and is signed out everywhere. Tell it to nobody else.`;
    return this.said(asked, sentence, () =>
      this.sessions.update((sessions) => sessions.filter(({ here }) => here)),
    );
  }

  private people(
    asked: Observable<{ accounts: Person[] }>,
    sentence: string,
    then: () => void = () => undefined,
  ): Observable<unknown> {
    return this.said(asked, sentence, ({ accounts }) => {
      this.removing.set(false);
      then();
      this.changed.emit(accounts);
    });
  }

  /** Says so once it is done. */
  private said<T>(asked: Observable<T>, sentence: string, then: (reply: T) => void): Observable<T> {
    this.fault.set('');
    this.done.set('');
    return asked.pipe(
      tap((reply) => {
        this.done.set(sentence);
        then(reply);
      }),
    );
  }

  private ask(asked: Observable<unknown>): void {
    asked.subscribe({ error: (error: unknown) => this.fault.set(faultOf(error).sentence) });
  }
}
