import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { NewAccountSchema, type NewAccount, type Person } from '@petrichor/api';
import { tap } from 'rxjs';
import { Api } from '../state/api';
import { TextField } from '../ui/field/text-field';
import { form } from '../ui/form';
import { RolesField } from './roles-field';

const NOBODY: NewAccount = { name: '', signInName: '', password: '', roles: ['technician'] };

/** A lead adds somebody, with a first password that they change once they are in. */
@Component({
  selector: 'p-add-person',
  imports: [FormField, RolesField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './people.css',
  template: `
    <form class="stacked" (submit)="form.send($event)" novalidate>
      <p-text-field label="Name" fieldId="name" [formField]="form.fields.name" />
      <p-text-field
        label="Sign-in name"
        fieldId="sign-in-name"
        capitals="none"
        [formField]="form.fields.signInName"
      />
      <p-text-field
        label="First password, at least 10 characters"
        fieldId="password"
        called="password"
        type="password"
        complete="new-password"
        [formField]="form.fields.password"
      />
      <p-roles-field label="Roles" fieldId="new" [formField]="form.fields.roles" />
      <p class="fault" role="alert">{{ form.fault() }}</p>
      <button class="go big" type="submit" [disabled]="form.busy()">Add</button>
      <p role="status">{{ added() }}</p>
    </form>
  `,
})
export class AddPerson {
  readonly changed = output<Person[]>();
  private readonly api = inject(Api);
  protected readonly added = signal('');
  protected readonly form = form(NewAccountSchema, {
    empty: NOBODY,
    send: (body) => {
      this.added.set('');
      return this.api.addAccount({ body }).pipe(
        tap(({ accounts }) => {
          this.changed.emit(accounts);
          this.added.set(`${body.name} can sign in now.`);
        }),
      );
    },
  });
}
