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
import { FormsModule } from '@angular/forms';
import type { Person, SignedIn } from '@petrichor/api';
import type { Role } from '@petrichor/core/job';
import { InputText } from 'primeng/inputtext';
import type { Observable } from 'rxjs';
import { sayWhen } from '../shell/promise';
import { Api, faultOf } from '../state/api';
import { sayDevice } from './device';
import { RolesField } from './roles-field';

/** One person: what a lead changes of them, one's own password, and where they are signed in. */
@Component({
  selector: 'p-person-panel',
  imports: [FormsModule, InputText, RolesField],
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
  protected readonly name = linkedSignal<string, string>({ source: this.id, computation: () => untracked(this.person).name });
  protected readonly held = linkedSignal<string, Role[]>({ source: this.id, computation: () => untracked(this.person).roles });
  protected readonly old = linkedSignal<string, string>({ source: this.id, computation: () => '' });
  protected readonly password = linkedSignal<string, string>({ source: this.id, computation: () => '' });
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

  protected save(event: Event): void {
    event.preventDefault();
    this.people(this.api.changePerson({ params: this.who(), body: { name: this.name(), roles: this.held() } }), 'Saved.');
  }

  protected lock(locked: boolean): void {
    const { name } = this.person();
    this.people(
      this.api.changePerson({ params: this.who(), body: { locked } }),
      locked ? `${name} is locked, and signed out everywhere.` : `${name} may sign in again.`,
      () => locked && this.sessions.set([]),
    );
  }

  protected remove(): void {
    if (!this.removing()) return this.removing.set(true);
    this.people(this.api.removePerson({ params: this.who() }), `${this.person().name} is gone. What they did keeps their name.`);
  }

  protected setPassword(event: Event): void {
    event.preventDefault();
    const { name } = this.person();
    const given = this.password();
    const asked = this.self()
      ? this.api.ownPassword({ body: { old: this.old(), password: given } })
      : this.api.resetPassword({ params: this.who(), body: { password: given } });
    this.ask(asked, () => {
      this.old.set('');
      this.password.set('');
      this.done.set(
        this.self()
          ? 'Your password is changed. Your other devices are signed out.'
          : `${name} signs in with that password now, and is signed out everywhere. Tell it to nobody else.`,
      );
      this.sessions.update((sessions) => sessions.filter(({ here }) => here));
    });
  }

  protected signOut(session: SignedIn): void {
    this.ask(this.api.endSession({ params: { ...this.who(), sessionId: session.id } }), ({ sessions }) => {
      this.sessions.set(sessions);
      this.done.set('Signed out there.');
    });
  }

  private people(asked: Observable<{ accounts: Person[] }>, said: string, then: () => void = () => undefined): void {
    this.ask(asked, ({ accounts }) => {
      this.removing.set(false);
      this.done.set(said);
      then();
      this.changed.emit(accounts);
    });
  }

  private ask<T>(asked: Observable<T>, then: (reply: T) => void): void {
    this.fault.set('');
    this.done.set('');
    asked.subscribe({ next: then, error: (error: unknown) => this.fault.set(faultOf(error).sentence) });
  }
}
