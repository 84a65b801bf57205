import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { mergeModels, type MachineModel, type ModelChange } from '@petrichor/core/hardware';
import { StateMark } from '../../ui/state-mark';

/** What somebody saved while this was written, and what both began with. */
export interface Conflict {
  readonly base: MachineModel;
  readonly theirs: MachineModel;
  readonly version: number;
  readonly by: string;
  readonly why: string;
}

const SAY_FIELD: Readonly<Record<string, string>> = {
  takes: 'what comes out',
  after: 'what it comes after',
  mirror: 'its way back',
  caution: 'its caution',
  detail: 'how',
  checks: 'what to look at',
  labelTexts: 'labels underneath',
  firmwareEntry: 'into firmware',
  bootMenuEntry: 'into the boot menu',
  tryBeforeClosing: 'how it is tried',
  turnMinutes: 'minutes of a turn',
  start: 'what a start needs',
};
const sayField = (name: string): string => SAY_FIELD[name] ?? name;

/** Two people saved one guide: what differs, and whose it shall be. Nothing that either wrote is lost. */
@Component({
  selector: 'p-merge-panel',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>
      <p-state-mark mark="needs" /> {{ conflict().by }} saved version {{ conflict().version }} meanwhile{{
        conflict().why ? ': ' + conflict().why : ''
      }}
    </h2>
    <ul>
      @for (one of rows(); track one.key) {
        <li>
          <b>{{ one.name }}</b>
          <span class="mu">{{ one.say }}</span>
          @if (one.who === 'both') {
            <span class="acts" role="group" [attr.aria-label]="'Whose: ' + one.name">
              <button
                class="tgt"
                type="button"
                [attr.aria-pressed]="!one.theirs"
                (click)="choose(one.key, false)"
              >
                mine
              </button>
              <button
                class="tgt"
                type="button"
                [attr.aria-pressed]="one.theirs"
                (click)="choose(one.key, true)"
              >
                theirs
              </button>
            </span>
          }
        </li>
      } @empty {
        <li class="mu">Both say the same.</li>
      }
    </ul>
    <div class="acts">
      <button class="go" type="button" (click)="merged.emit(merge().merged)">Bring both together here</button>
      <button class="tgt" type="button" (click)="mineKept.emit()">Keep all of mine, on top of theirs</button>
    </div>
    <p class="mu small">Then save. Their version stays among the versions, whichever you choose.</p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      padding: 12px 0;
      border-block: 2px solid var(--ink);
    }
    li {
      display: grid;
      gap: 4px;
      padding: 6px 0;
      border-top: 1px solid var(--line);
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
    }
    [aria-pressed='true'] {
      background: var(--ink);
      color: var(--panel);
    }
  `,
})
export class MergePanel {
  readonly conflict = input.required<Conflict>();
  readonly mine = input.required<MachineModel>();
  readonly merged = output<MachineModel>();
  readonly mineKept = output();
  private readonly taken = signal<ReadonlySet<string>>(new Set());
  protected readonly merge = computed(() =>
    mergeModels(this.conflict().base, this.conflict().theirs, this.mine(), this.taken()),
  );
  protected readonly rows = computed(() =>
    this.merge().changes.map((one) => ({
      key: one.key,
      who: one.who,
      name: one.kind === 'operation' || one.kind === 'slot' ? one.name : sayField(one.name),
      say: sayChange(one, this.conflict().by),
      theirs: this.taken().has(one.key),
    })),
  );

  protected choose(key: string, theirs: boolean): void {
    this.taken.update((now) => new Set(theirs ? [...now, key] : [...now].filter((one) => one !== key)));
  }
}

function sayChange({ who, theirs, mine }: ModelChange, by: string): string {
  const what = (fields: readonly string[]) =>
    fields.length === 0 ? '' : `: ${fields.map(sayField).join(', ')}`;
  if (who === 'theirs') return `${by} changed it${what(theirs)}. Taken over.`;
  if (who === 'mine') return `You changed it${what(mine)}. It stays.`;
  return `Both changed it. ${by}${what(theirs)}; you${what(mine)}.`;
}
