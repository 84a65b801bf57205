import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { Person } from '@petrichor/api';
import { Store } from '@ngrx/store';
import { Keys } from '../shell/keys';
import { Api, faultOf } from '../state/api';
import { selectAccount } from '../state/session/session.reducer';
import { KeyBox } from '../ui/key-box';
import { StateMark } from '../ui/state-mark';
import { AddPerson } from './add-person';
import { PersonPanel } from './person-panel';

/**
 * Who works here. A lead adds, changes, locks and removes people; everybody changes their own password and
 * signs devices out.
 */
@Component({
  selector: 'p-people',
  imports: [RouterLink, KeyBox, StateMark, AddPerson, PersonPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrls: ['../ui/page.css', './people.css'],
  template: `
    <header>
      <a class="back" routerLink="/">Bench <p-key name="Esc" /></a>
      <h1>People</h1>
    </header>
    <div class="page">
      <section aria-label="People of the workshop">
        <h2>Who works here</h2>
        <ul class="lines who">
          @for (one of people(); track one.id) {
            <li [class.on]="one.id === shown()?.id">
              <span
                ><b>{{ one.name }}</b> <span class="m">{{ one.signInName }}</span></span
              >
              <span
                >{{ one.roles.join(', ') }}
                @if (one.locked) {
                  <b class="locked"><p-state-mark mark="stop" [size]="14" /> locked</b>
                }
              </span>
              @if (lead() || one.id === me()) {
                <button
                  class="tgt"
                  type="button"
                  [attr.aria-label]="(one.id === me() ? 'You: ' : 'Change: ') + one.name"
                  [attr.aria-pressed]="one.id === shown()?.id"
                  (click)="chosen.set(one.id)"
                >
                  {{ one.id === me() ? 'You' : 'Change' }}
                </button>
              }
            </li>
          }
        </ul>
        @if (lead() && shown()) {
          <div class="buttons">
            <button class="tgt" type="button" (click)="chosen.set(null)">Add somebody</button>
          </div>
        }
        <p class="fault" role="alert">{{ failed() }}</p>
      </section>
      <section>
        @if (shown(); as one) {
          <p-person-panel
            [person]="one"
            [lead]="lead()"
            [self]="one.id === me()"
            (changed)="people.set($event)"
          />
        } @else if (lead()) {
          <h2>Add somebody</h2>
          <p-add-person (changed)="people.set($event)" />
        } @else {
          <h2>Add somebody</h2>
          <p>A lead adds people.</p>
        }
      </section>
    </div>
  `,
})
export class PeopleScreen {
  private readonly account = inject(Store).selectSignal(selectAccount);
  protected readonly me = computed(() => this.account()?.id ?? '');
  protected readonly lead = computed(() => this.account()?.roles.includes('lead') ?? false);
  protected readonly people = signal<Person[]>([]);
  protected readonly failed = signal('');
  protected readonly chosen = signal<string | null>(null);
  protected readonly shown = computed(() => this.people().find((one) => one.id === this.chosen()) ?? null);

  constructor() {
    const router = inject(Router);
    inject(Keys).bind({ Escape: { say: 'Back to the Bench', run: () => void router.navigate(['/']) } });
    inject(Api)
      .accounts()
      .subscribe({
        next: ({ accounts }) => this.people.set(accounts),
        error: (error: unknown) => this.failed.set(faultOf(error).sentence),
      });
  }
}
