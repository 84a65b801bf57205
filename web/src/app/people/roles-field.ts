import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Role } from '@petrichor/core/job';
import { Checkbox } from 'primeng/checkbox';

const ROLES: readonly { readonly id: Role; readonly say: string }[] = [
  { id: 'technician', say: 'Technician: diagnoses, opens, proves' },
  { id: 'desk', say: 'Front desk: takes in, hands back' },
  { id: 'lead', say: 'Lead: keeps people, models and shelf' },
];

/** What somebody does here; one may do several things. */
@Component({
  selector: 'p-roles-field',
  imports: [FormsModule, Checkbox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './people.css',
  template: `
    <fieldset>
      <legend class="label">Roles</legend>
      @for (role of roles; track role.id) {
        <label [for]="name() + role.id"
          ><p-checkbox
            [inputId]="name() + role.id"
            [name]="name() + role.id"
            [value]="role.id"
            [ngModel]="held()"
            (ngModelChange)="held.set($event)"
          />
          {{ role.say }}</label
        >
      }
      <p class="fault">{{ fault() }}</p>
    </fieldset>
  `,
})
export class RolesField {
  /** Tells two of these on one screen apart. */
  readonly name = input.required<string>();
  readonly held = model.required<Role[]>();
  readonly fault = input('');
  protected readonly roles = ROLES;
}
