import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Person } from '@petrichor/api';
import type { Role } from '@petrichor/core/job';
import { InputText } from 'primeng/inputtext';
import { Api, faultOf, type RequestFault } from '../state/api';
import { RolesField } from './roles-field';

/** A lead adds somebody, with a first password that they change once they are in. */
@Component({
  selector: 'p-add-person',
  imports: [FormsModule, InputText, RolesField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './people.css',
  template: `
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
      <p-roles-field name="new" [(held)]="held" [fault]="faultAt('roles')" />
      <p class="fault" role="alert">{{ general() }}</p>
      <button class="go big" type="submit">Add</button>
      <p role="status">{{ added() }}</p>
    </form>
  `,
})
export class AddPerson {
  readonly changed = output<Person[]>();
  private readonly api = inject(Api);
  protected readonly name = signal('');
  protected readonly signInName = signal('');
  protected readonly password = signal('');
  protected readonly held = signal<Role[]>(['technician']);
  protected readonly added = signal('');
  private readonly fault = signal<RequestFault | null>(null);
  protected readonly general = computed(() => (this.fault()?.fields.length ? '' : (this.fault()?.sentence ?? '')));

  protected faultAt(path: string): string {
    return this.fault()?.fields.find((field) => field.path === path)?.message ?? '';
  }

  protected add(event: Event): void {
    event.preventDefault();
    this.fault.set(null);
    this.added.set('');
    const name = this.name();
    this.api.addAccount({ body: { name, signInName: this.signInName(), password: this.password(), roles: this.held() } }).subscribe({
      next: ({ accounts }) => {
        this.changed.emit(accounts);
        for (const field of [this.name, this.signInName, this.password]) field.set('');
        this.added.set(`${name} can sign in now.`);
      },
      error: (error: unknown) => this.fault.set(faultOf(error)),
    });
  }
}
