import { ChangeDetectionStrategy, Component, computed, input, model, output } from '@angular/core';
import { SAY_CHANGE, type Possible } from '@petrichor/core/job';
import { Dialog } from 'primeng/dialog';
import { HoldsFocus } from '../../shell/modals';

/** Everything that could be done besides, place by place; one press wants it. */
@Component({
  selector: 'p-add-change',
  imports: [Dialog, HoldsFocus],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog
      header="Add a change"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
      [draggable]="false"
      [resizable]="false"
      [motionOptions]="{ disabled: true }"
    >
      @if (open()) {
        <ul>
          @for (group of groups(); track group.place) {
            <li>
              <b>{{ group.place || 'The machine as a whole' }}</b>
              <span class="mu small">{{ group.holds }}</span>
              <span class="kinds">
                @for (one of group.kinds; track one.kind) {
                  <button
                    type="button"
                    class="tgt"
                    [attr.aria-label]="say[one.kind] + ', ' + (group.place || 'the machine')"
                    (click)="choose(one)"
                  >
                    {{ say[one.kind] }}
                  </button>
                }
              </span>
            </li>
          }
        </ul>
      }
    </p-dialog>
  `,
  styles: `
    ul {
      min-width: min(640px, 80vw);
    }
    li {
      display: grid;
      grid-template-columns: minmax(120px, 170px) 1fr;
      gap: 0 12px;
      align-items: center;
      padding: 6px 0;
      border-top: 1px solid var(--line);
    }
    li .mu {
      grid-column: 1;
    }
    .kinds {
      grid-column: 2;
      grid-row: 1 / span 2;
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
    .tgt {
      min-height: 44px;
      padding: 6px 12px;
    }
  `,
})
export class AddChange {
  readonly possible = input.required<readonly Possible[]>();
  readonly open = model(false);
  readonly chosen = output<Possible>();
  protected readonly say = SAY_CHANGE;
  protected readonly groups = computed(() => {
    const groups = new Map<string, { place: string; holds: string; kinds: Possible[] }>();
    for (const one of this.possible()) {
      const key = one.placeId ?? '';
      const group = groups.get(key) ?? { place: one.place, holds: one.holds ?? '', kinds: [] };
      group.kinds.push(one);
      groups.set(key, group);
    }
    return [...groups.values()];
  });

  protected choose(one: Possible): void {
    this.open.set(false);
    this.chosen.emit(one);
  }
}
