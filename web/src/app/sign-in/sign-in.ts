import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Router } from '@angular/router';
import type { FirstAccount, SessionReply } from '@petrichor/api';
import { Store } from '@ngrx/store';
import { tap, type Observable } from 'rxjs';
import { z } from 'zod';
import { Api, faultOf } from '../state/api';
import { selectSession, SessionActions } from '../state/session/session.reducer';
import { Night } from '../shell/night';
import { TextField } from '../ui/field/text-field';
import { form } from '../ui/form';
import { Wordmark } from '../ui/wordmark';

/**
 * What is missing the server says: who signs in and who opens the workshop are asked for different things.
 */
const AsTypedSchema = z.object({
  workshopName: z.string(),
  name: z.string(),
  signInName: z.string(),
  password: z.string(),
});

/** The door: sign in, or on an empty installation the first account. */
@Component({
  selector: 'p-sign-in',
  imports: [FormField, TextField, Wordmark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <p-wordmark />
      @if (first()) {
        <h1>Make the first account</h1>
        <p class="mu">
          This installation is empty. The first account opens the workshop and is technician, front desk and
          lead in one; it can add others.
        </p>
      } @else {
        <h1>Sign in</h1>
      }
      <form (submit)="form.send($event)" novalidate>
        @if (first()) {
          <p-text-field
            label="Workshop"
            fieldId="workshop"
            called="workshop"
            complete="organization"
            [formField]="form.fields.workshopName"
          />
          <p-text-field
            label="Your name"
            fieldId="name"
            called="name"
            complete="name"
            [formField]="form.fields.name"
          />
        }
        <p-text-field
          label="Sign-in name"
          fieldId="sign-in-name"
          called="username"
          complete="username"
          capitals="none"
          [formField]="form.fields.signInName"
        />
        <p-text-field
          label="Password"
          fieldId="password"
          called="password"
          type="password"
          [complete]="first() ? 'new-password' : 'current-password'"
          [formField]="form.fields.password"
        />
        <p class="fault" role="alert">{{ form.fault() || away() }}</p>
        <button class="go big" type="submit" [disabled]="form.busy()">
          {{ first() ? 'Open the workshop' : 'Sign in' }}
        </button>
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
  protected readonly away = signal('');
  protected readonly form = form(AsTypedSchema, {
    empty: { workshopName: '', name: '', signInName: '', password: '' },
    send: (typed) => this.open(typed),
  });

  constructor() {
    inject(Night);
    if (!this.session().reply)
      this.api.session().subscribe({
        next: (reply) => this.store.dispatch(SessionActions.told({ reply })),
        error: (error: unknown) => this.away.set(faultOf(error).sentence),
      });
  }

  private open(typed: FirstAccount): Observable<SessionReply> {
    const { signInName, password } = typed;
    const reply = this.first()
      ? this.api.firstAccount({ body: typed })
      : this.api.signIn({ body: { signInName, password } });
    return reply.pipe(
      tap((told) => {
        this.store.dispatch(SessionActions.told({ reply: told }));
        // Only to a place of our own: anything else in the address is not followed.
        const to = this.then();
        void this.router.navigateByUrl(to?.startsWith('/') && !to.startsWith('//') ? to : '/');
      }),
    );
  }
}
