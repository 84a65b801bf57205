import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import type { Role } from '@petrichor/core/job';
import { Field } from '../ui/field/field';
import { FieldFrame } from '../ui/field/field-frame';

const ROLES: readonly { readonly id: Role; readonly say: string }[] = [
  { id: 'technician', say: 'Technician: diagnoses, opens, proves' },
  { id: 'desk', say: 'Front desk: takes in, hands back' },
  { id: 'lead', say: 'Lead: keeps people, models and shelf' },
];

/** What somebody does here; one may do several things. */
@Component({
  selector: 'p-roles-field',
  imports: [FieldFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-field-frame [of]="this">
      <div role="group" [attr.aria-labelledby]="labelId()" [attr.aria-describedby]="describedBy()">
        @for (role of roles; track role.id) {
          <label>
            <input
              #box
              type="checkbox"
              [id]="id() + role.id"
              [checked]="value().includes(role.id)"
              (change)="hold(role.id, box.checked)"
            />
            {{ role.say }}
          </label>
        }
      </div>
    </p-field-frame>
  `,
  styles: `
    label {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 40px;
    }
    input {
      flex: none;
      width: 20px;
      height: 20px;
      accent-color: var(--rain);
    }
  `,
})
export class RolesField extends Field<readonly Role[]> {
  override readonly grouped = true;
  readonly value = model<readonly Role[]>([]);
  protected readonly roles = ROLES;

  protected hold(role: Role, held: boolean): void {
    this.value.update((now) => [...now.filter((one) => one !== role), ...(held ? [role] : [])]);
  }
}
