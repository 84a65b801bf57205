import { ChangeDetectionStrategy, Component, input, model, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Drawer } from 'primeng/drawer';
import { Textarea } from 'primeng/textarea';
import { HoldsFocus } from '../shell/modals';
import { emptyJobDraft } from './draft';

/** Asks why before something is done: what it means (projected), the reason, and one button. What is typed outlives a reload. */
@Component({
  selector: 'p-why-drawer',
  imports: [FormsModule, Drawer, HoldsFocus, Textarea],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      [header]="heading()"
      position="right"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
    >
      <form class="why" (submit)="$event.preventDefault(); go()">
        <p><ng-content /></p>
        <div class="field">
          <label [for]="name()">{{ label() }}</label>
          <textarea
            pTextarea
            [id]="name()"
            name="why"
            rows="4"
            [maxlength]="most()"
            [ngModel]="why()"
            (ngModelChange)="why.set($event)"
          ></textarea>
          <p class="fault" role="alert">{{ fault() }}</p>
        </div>
        <button class="go big" type="submit">{{ act() }}</button>
      </form>
    </p-drawer>
  `,
  styles: `
    .why {
      display: grid;
      gap: 16px;
    }
  `,
})
export class WhyDrawer {
  readonly jobId = input.required<string>();
  /** Of the field, and of what is kept of it over a reload. */
  readonly name = input.required<string>();
  readonly heading = input.required<string>();
  readonly label = input.required<string>();
  /** What the button does. */
  readonly act = input.required<string>();
  /** Letters at most. */
  readonly most = input(200);
  /** Does it; a sentence where it is refused. */
  readonly done = input.required<(why: string) => string | null>();
  readonly open = model(false);
  protected readonly why = emptyJobDraft(() => `${this.jobId()}.${this.name()}`, 'why', '');
  protected readonly fault = signal('');

  protected go(): void {
    const refusal = this.done()(this.why());
    this.fault.set(refusal ?? '');
    if (refusal !== null) return;
    this.why.set('');
    this.open.set(false);
  }
}
