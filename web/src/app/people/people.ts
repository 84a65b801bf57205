import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import type { Account } from '@petrichor/api';
import type { Role } from '@petrichor/core';
import { Store } from '@ngrx/store';
import { Router } from '@angular/router';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { Keys } from '../shell/keys';
import { Api, faultOf, type RequestFault } from '../state/api';
import { selectAccount } from '../state/session/session.reducer';
import { KeyBox } from '../ui/key-box';

/** Who works here; a lead adds people. */
@Component({
  selector: 'p-people',
  imports: [FormsModule, RouterLink, Checkbox, InputText, KeyBox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrls: ['../intake/intake.css', './people.css'],
  template: `
    <header>
      <a class="back" routerLink="/">Bench <p-key name="Esc" /></a>
      <h1>People</h1>
    </header>
    <div class="page">
      <section aria-label="People of the workshop">
        <h2>Who works here</h2>
        <ul class="lines">
          @for (one of people(); track one.id) {
            <li>
              <b>{{ one.name }}</b><span class="m">{{ one.signInName }}</span
              ><span>{{ one.roles.join(', ') }}</span>
            </li>
          }
        </ul>
        <p class="fault" role="alert">{{ failed() }}</p>
      </section>
      <section>
        <h2>Add somebody</h2>
        @if (lead()) {
          <form class="stacked" (submit)="add($event)" novalidate>
            <div class="field">
              <label for="name">Name</label><input pInputText id="name" name="name" [ngModel]="name()" (ngModelChange)="name.set($event)" />
              <p class="fault">{{ faultAt('name') }}</p>
            </div>
            <div class="field">
              <label for="sign-in-name">Sign-in name</label
              ><input
                pInputText
                id="sign-in-name"
                name="signInName"
                autocapitalize="none"
                autocomplete="off"
                [ngModel]="signInName()"
                (ngModelChange)="signInName.set($event)"
              />
              <p class="fault">{{ faultAt('signInName') }}</p>
            </div>
            <div class="field">
              <label for="password">First password, at least 10 characters</label
              ><input
                pInputText
                id="password"
                name="password"
                type="password"
                autocomplete="new-password"
                [ngModel]="password()"
                (ngModelChange)="password.set($event)"
              />
              <p class="fault">{{ faultAt('password') }}</p>
            </div>
            <fieldset>
              <legend class="label">Roles</legend>
              @for (role of roles; track role.id) {
                <label [for]="role.id"
                  ><p-checkbox
                    [inputId]="role.id"
                    [name]="role.id"
                    [value]="role.id"
                    [ngModel]="held()"
                    (ngModelChange)="held.set($event)"
                  />
                  {{ role.say }}</label
                >
              }
              <p class="fault">{{ faultAt('roles') }}</p>
            </fieldset>
            <p class="fault" role="alert">{{ general() }}</p>
            <button class="go big" type="submit">Add</button>
            <p role="status">{{ added() }}</p>
          </form>
        } @else {
          <p>A lead adds people.</p>
        }
      </section>
    </div>
  `,
})
export class PeopleScreen {
  private readonly api = inject(Api);
  private readonly account = inject(Store).selectSignal(selectAccount);
  protected readonly lead = computed(() => this.account()?.roles.includes('lead') ?? false);
  protected readonly people = signal<Account[]>([]);
  protected readonly failed = signal('');
  protected readonly roles: { id: Role; say: string }[] = [
    { id: 'technician', say: 'Technician: diagnoses, opens, proves' },
    { id: 'desk', say: 'Front desk: takes in, hands back' },
    { id: 'lead', say: 'Lead: keeps people, models and shelf' },
  ];
  protected readonly name = signal('');
  protected readonly signInName = signal('');
  protected readonly password = signal('');
  protected readonly held = signal<Role[]>(['technician']);
  protected readonly added = signal('');
  private readonly fault = signal<RequestFault | null>(null);
  protected readonly general = computed(() => (this.fault()?.fields.length ? '' : (this.fault()?.sentence ?? '')));

  constructor() {
    const router = inject(Router);
    inject(Keys).bind({ Escape: { say: 'Back to the Bench', run: () => void router.navigate(['/']) } });
    this.api.accounts().subscribe({
      next: ({ accounts }) => this.people.set(accounts),
      error: (error: unknown) => this.failed.set(faultOf(error).sentence),
    });
  }

  protected faultAt(path: string): string {
    return this.fault()?.fields.find((field) => field.path === path)?.message ?? '';
  }

  protected add(event: Event): void {
    event.preventDefault();
    this.fault.set(null);
    this.added.set('');
    const name = this.name();
    this.api.addAccount({ name, signInName: this.signInName(), password: this.password(), roles: this.held() }).subscribe({
      next: ({ accounts }) => {
        this.people.set(accounts);
        for (const field of [this.name, this.signInName, this.password]) field.set('');
        this.added.set(`${name} can sign in now.`);
      },
      error: (error: unknown) => this.fault.set(faultOf(error)),
    });
  }
}
