import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { InputText } from 'primeng/inputtext';
import type { Observable } from 'rxjs';
import type { SessionReply } from '@petrichor/api';
import { Api, faultOf, type RequestFault } from '../state/api';
import { selectSession, SessionActions } from '../state/session/session.reducer';
import { Night } from '../shell/night';
import { Wordmark } from '../ui/wordmark';

/** The door: sign in, or on an empty installation the first account. */
@Component({
  selector: 'p-sign-in',
  imports: [FormsModule, InputText, Wordmark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <p-wordmark />
      @if (first()) {
        <h1>Make the first account</h1>
        <p class="mu">
          This installation is empty. The first account opens the workshop and is technician, front desk and lead in one; it can add others.
        </p>
      } @else {
        <h1>Sign in</h1>
      }
      <form (submit)="send($event)" novalidate>
        @if (first()) {
          <div class="field">
            <label for="workshop">Workshop</label>
            <input
              pInputText
              id="workshop"
              name="workshop"
              autocomplete="organization"
              [(ngModel)]="workshopName"
              [attr.aria-describedby]="'workshopName-fault'"
            />
            <p class="fault" id="workshopName-fault">{{ faultAt('workshopName') }}</p>
          </div>
          <div class="field">
            <label for="name">Your name</label>
            <input pInputText id="name" name="name" autocomplete="name" [(ngModel)]="name" aria-describedby="name-fault" />
            <p class="fault" id="name-fault">{{ faultAt('name') }}</p>
          </div>
        }
        <div class="field">
          <label for="sign-in-name">Sign-in name</label>
          <input
            pInputText
            id="sign-in-name"
            name="username"
            autocomplete="username"
            autocapitalize="none"
            [(ngModel)]="signInName"
            aria-describedby="signInName-fault"
          />
          <p class="fault" id="signInName-fault">{{ faultAt('signInName') }}</p>
        </div>
        <div class="field">
          <label for="password">Password</label>
          <input
            pInputText
            id="password"
            name="password"
            type="password"
            [autocomplete]="first() ? 'new-password' : 'current-password'"
            [(ngModel)]="password"
            aria-describedby="password-fault"
          />
          <p class="fault" id="password-fault">{{ faultAt('password') }}</p>
        </div>
        <p class="fault" role="alert">{{ general() }}</p>
        <button class="go big" type="submit" [disabled]="busy()">{{ first() ? 'Open the workshop' : 'Sign in' }}</button>
      </form>
    </main>
  `,
  styles: `
    :host {
      display: grid;
      min-height: 100%;
      grid-template-columns: minmax(0, 1fr);
      align-content: start;
      justify-items: center;
      background: linear-gradient(
        var(--ground) 0 34%,
        var(--s1) 34% 50%,
        var(--s2) 50% 64%,
        var(--s3) 64% 78%,
        var(--s4) 78% 90%,
        var(--s5) 90%
      );
    }
    main {
      width: min(440px, 100% - 32px);
      margin-top: 8vh;
      padding: 24px 32px 32px;
      background: var(--panel);
      border-top: 2px solid var(--ink);
    }
    h1 {
      font: 700 33px/40px var(--f);
      margin: 24px 0 8px;
    }
    form {
      display: grid;
      gap: 8px;
      margin-top: 16px;
    }
    .go {
      justify-content: center;
    }
  `,
})
export class SignInScreen {
  readonly then = input<string>();
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly session = this.store.selectSignal(selectSession);
  protected readonly first = computed(() => this.session().reply?.firstAccountNeeded ?? false);
  protected readonly workshopName = signal('');
  protected readonly name = signal('');
  protected readonly signInName = signal('');
  protected readonly password = signal('');
  protected readonly busy = signal(false);
  private readonly fault = signal<RequestFault | null>(null);
  protected readonly general = computed(() => (this.fault()?.fields.length ? '' : (this.fault()?.sentence ?? '')));

  constructor() {
    inject(Night);
    if (!this.session().reply)
      this.api.session().subscribe({
        next: (reply) => this.store.dispatch(SessionActions.told({ reply })),
        error: (error: unknown) => this.fault.set(faultOf(error)),
      });
  }

  protected faultAt(path: string): string {
    return this.fault()?.fields.find((field) => field.path === path)?.message ?? '';
  }

  protected send(event: Event): void {
    event.preventDefault();
    const { signInName, password } = { signInName: this.signInName(), password: this.password() };
    const reply: Observable<SessionReply> = this.first()
      ? this.api.firstAccount({ body: { workshopName: this.workshopName(), name: this.name(), signInName, password } })
      : this.api.signIn({ body: { signInName, password } });
    this.busy.set(true);
    this.fault.set(null);
    reply.subscribe({
      next: (told) => {
        this.store.dispatch(SessionActions.told({ reply: told }));
        // Only to a place of our own: anything else in the address is not followed.
        const to = this.then();
        void this.router.navigateByUrl(to?.startsWith('/') && !to.startsWith('//') ? to : '/');
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(faultOf(error));
      },
    });
  }
}
