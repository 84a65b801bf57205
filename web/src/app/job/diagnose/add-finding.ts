import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { DiagnosisKnowledge, Observation } from '@petrichor/core/diagnose';
import {
  AutoComplete,
  type AutoCompleteCompleteEvent,
  type AutoCompleteSelectEvent,
} from 'primeng/autocomplete';
import { EnterTakesTheBest } from '../../ui/enter-takes-the-best';
import { KeyBox } from '../../ui/key-box';
import { Picture } from '../../ui/picture';
import { TabPicksNothing } from '../../ui/tab-picks-nothing';
import { Focus } from '../../shell/focus';

export interface Added {
  readonly observation: string;
  readonly seen: boolean;
}

const SENSES = [
  { sense: 'fact', say: 'What kind it is' },
  { sense: 'told', say: 'Told' },
  { sense: 'heard', say: 'Heard' },
  { sense: 'seen', say: 'Seen' },
  { sense: 'read', say: 'Read' },
] as const;

/** Adds what is seen: by typing a few letters, or from a list of pictures. */
@Component({
  selector: 'p-add-finding',
  imports: [FormsModule, AutoComplete, EnterTakesTheBest, KeyBox, Picture, TabPicksNothing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row">
      <div class="field" #field>
        <label for="add-finding">Add what you see <p-key name="/" /></label>
        <p-autocomplete
          inputId="add-finding"
          [takeBest]="takeBest"
          [ngModel]="typed()"
          (ngModelChange)="typed.set($event)"
          optionLabel="say"
          [suggestions]="found()"
          (completeMethod)="find($event)"
          (onSelect)="take($event)"
          [minLength]="1"
          [delay]="0"
          [autoHighlight]="true"
          [autoOptionFocus]="true"
          [focusOnHover]="false"
          [motionOptions]="still"
          appendTo="body"
          placeholder="clicks, slow, plug, full ..."
          emptyMessage="Nothing is called that. Try another word, or the pictures."
        >
          <ng-template #item let-option>
            <span class="option"
              ><p-picture [name]="option.picture" [size]="20" /><b>{{ option.say }}</b></span
            >
          </ng-template>
        </p-autocomplete>
      </div>
      <button
        class="tgt"
        type="button"
        [attr.aria-expanded]="open()"
        aria-controls="pictures"
        (click)="open.set(!open())"
      >
        Pictures <p-key name="G" />
      </button>
    </div>
    @if (open()) {
      <div id="pictures" class="pictures">
        @for (group of groups(); track group.say) {
          <section [attr.aria-label]="group.say">
            <h3>{{ group.say }}</h3>
            <ul>
              @for (one of group.list; track one.id) {
                <li>
                  <p-picture [name]="one.picture" [size]="28" />
                  <span>{{ one.say }}</span>
                  <span class="two">
                    <button
                      type="button"
                      [attr.aria-label]="one.say + ': seen'"
                      (click)="added.emit({ observation: one.id, seen: true })"
                    >
                      seen
                    </button>
                    <button
                      type="button"
                      [attr.aria-label]="one.say + ': not seen'"
                      (click)="added.emit({ observation: one.id, seen: false })"
                    >
                      not seen
                    </button>
                  </span>
                </li>
              }
            </ul>
          </section>
        } @empty {
          <p class="mu">Everything that is known has been looked at.</p>
        }
      </div>
    }
  `,
  styles: `
    .row {
      display: flex;
      gap: 12px;
      align-items: center;
    }
    .field {
      flex: 1;
      grid-template-columns: auto 1fr;
      gap: 10px;
      align-items: center;
    }
    @media (max-width: 640px) {
      .row {
        flex-wrap: wrap;
      }
      .field {
        flex-basis: 100%;
      }
    }
    .option {
      display: flex;
      gap: 10px;
      align-items: center;
    }
    .pictures {
      display: grid;
      gap: 12px;
      margin-top: 12px;
      padding: 12px 16px 16px;
      border: 1.5px solid var(--ink);
      background: var(--panel);
    }
    h3 {
      font: 650 17px/22px var(--f);
      margin-bottom: 4px;
    }
    ul {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
      gap: 0 16px;
    }
    li {
      display: grid;
      grid-template-columns: 28px 1fr;
      gap: 4px 10px;
      align-items: center;
      padding: 8px 0;
      border-top: 1px solid var(--line);
    }
    .two {
      grid-column: 2;
      display: flex;
    }
    .two button {
      min-height: 34px;
      padding: 4px 12px;
      border: 1px solid var(--edge);
      font-weight: 600;
    }
    .two button + button {
      border-left: 0;
    }
    .two button:hover {
      background: var(--rain-wash);
    }
    @media (pointer: coarse) {
      .two button {
        min-height: 44px;
      }
    }
  `,
})
export class AddFinding {
  readonly edition = input.required<DiagnosisKnowledge>();
  /** Answered already: they are changed in the list, not added again. */
  readonly known = input.required<ReadonlySet<string>>();
  readonly added = output<Added>();
  /** A list that is still fading away does not come back for the next word, typed at once. */
  protected readonly still = { disabled: true };
  protected readonly typed = signal<string | Observation | null>('');
  protected readonly found = signal<Observation[]>([]);
  protected readonly open = signal(false);
  private readonly hands = inject(Focus);
  private readonly field = viewChild.required<ElementRef<HTMLElement>>('field');
  private readonly box = viewChild(AutoComplete);
  private readonly left = computed(() =>
    this.edition().observations.filter((one) => !this.known().has(one.id)),
  );
  protected readonly groups = computed(() =>
    SENSES.map(({ sense, say }) => ({ say, list: this.left().filter((one) => one.sense === sense) })).filter(
      (group) => group.list.length > 0,
    ),
  );

  focus(): void {
    this.hands.to(this.field(), 'input');
  }

  togglePictures(): void {
    this.open.set(!this.open());
  }

  protected find({ query }: AutoCompleteCompleteEvent): void {
    this.found.set(findObservations(this.left(), query).slice(0, 9));
    // PrimeNG keeps the place of the list before: the best match is the first of this one.
    this.hands.drawn(() => this.box()?.focusedOptionIndex.set(0));
  }

  protected take({ value }: AutoCompleteSelectEvent): void {
    this.add(value as Observation);
  }

  protected readonly takeBest = (): boolean => {
    const typed = this.typed();
    if (typeof typed !== 'string' || typed.trim() === '') return false;
    const [best] = findObservations(this.left(), typed);
    if (best) this.add(best);
    return best !== undefined;
  };

  private add({ id }: Observation): void {
    this.added.emit({ observation: id, seen: true });
    this.typed.set('');
    this.found.set([]);
  }
}

/** Those in which every typed word begins some word; matches in the name before matches in the hints. */
export function findObservations(all: readonly Observation[], typed: string): Observation[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const hit = (text: string) =>
    words.every((word) =>
      text
        .toLowerCase()
        .split(/[^\p{L}\d]+/u)
        .some((one) => one.startsWith(word)),
    );
  const byName = all.filter((one) => hit(one.say));
  return [...byName, ...all.filter((one) => !byName.includes(one) && hit(`${one.say} ${one.words}`))];
}
