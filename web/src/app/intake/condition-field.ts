import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  input,
  model,
  signal,
  viewChild,
} from '@angular/core';
import {
  MARK_KINDS,
  SAY_MARK,
  SAY_VIEW,
  sayConditionMark,
  VIEWS,
  type Condition,
  type ConditionMark,
  type MarkKind,
  type View,
} from '@petrichor/core/job';
import { Choice } from '../ui/choice';
import { SelectField } from '../ui/field/select-field';
import { TextField } from '../ui/field/text-field';
import { PhotoField } from '../ui/photo-field';

const STEP = 0.05;

/** How the outside looks: marks on an outline, by touch or by arrow keys and Enter, words and photos. */
@Component({
  selector: 'p-condition-field',
  imports: [Choice, PhotoField, SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    svg {
      width: 100%;
      max-width: 340px;
      background: var(--panel);
      cursor: crosshair;
      touch-action: manipulation;
    }
    .outline {
      fill: var(--s1);
      stroke: var(--edge);
      stroke-width: 1.5;
    }
    .inner {
      fill: none;
      stroke: var(--line-strong);
      stroke-width: 1;
    }
    .mark {
      fill: var(--ochre-wash);
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .cursor {
      stroke: var(--rain);
      stroke-width: 2;
    }
    text {
      font-size: 11px;
      text-anchor: middle;
      dominant-baseline: central;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: end;
    }
    .kind {
      width: 150px;
    }
    .grow {
      flex: 1 1 140px;
    }
    li {
      display: flex;
      justify-content: space-between;
      gap: 8px;
      min-height: 32px;
      align-items: center;
    }
  `,
  template: `
    <span class="visually-hidden" id="condition-view">Side that is looked at</span>
    <p-choice
      [options]="views"
      [value]="view()"
      (valueChange)="view.set($event)"
      labelledBy="condition-view"
    />
    <svg
      #board
      viewBox="0 0 200 140"
      role="application"
      tabindex="0"
      [attr.aria-label]="words()"
      (click)="touch($event)"
      (keydown)="press($event)"
      (focus)="focused.set(true)"
      (blur)="focused.set(false)"
    >
      <rect class="outline" x="10" y="10" width="180" height="120" rx="6" />
      @switch (view()) {
        @case ('screen') {
          <rect class="inner" x="20" y="18" width="160" height="98" />
          <circle class="inner" cx="100" cy="14" r="1.5" />
        }
        @case ('keyboard') {
          <rect class="inner" x="22" y="18" width="156" height="56" />
          <rect class="inner" x="72" y="82" width="56" height="38" />
        }
        @case ('base') {
          <path class="inner" d="M30 30H170M30 40H170M30 50H170" />
        }
        @case ('edges') {
          <rect class="inner" x="30" y="34" width="140" height="72" rx="3" />
        }
      }
      @for (one of here(); track $index) {
        <circle class="mark" [attr.cx]="10 + one.mark.x * 180" [attr.cy]="10 + one.mark.y * 120" r="8" />
        <text [attr.x]="10 + one.mark.x * 180" [attr.y]="10 + one.mark.y * 120">{{ one.number }}</text>
      }
      @if (focused()) {
        <path
          class="cursor"
          [attr.d]="
            'M' +
            (2 + at().x * 180) +
            ' ' +
            (10 + at().y * 120) +
            'h16M' +
            (10 + at().x * 180) +
            ' ' +
            (2 + at().y * 120) +
            'v16'
          "
        />
      }
    </svg>
    <div class="row">
      <p-select-field
        class="kind"
        label="Next mark is a"
        fieldId="mark-kind"
        [options]="kinds"
        [(value)]="kind"
      />
      <p-text-field
        class="grow"
        label="Where, in words"
        fieldId="mark-words"
        most="120"
        [(value)]="markWords"
      />
    </div>
    <ol>
      @for (mark of value().marks; track $index; let at = $index) {
        <li>
          <span
            ><b class="m">{{ at + 1 }}</b> {{ say(mark) }}</span
          >
          <button class="link" type="button" (click)="remove(at)">Leave out mark {{ at + 1 }}</button>
        </li>
      }
    </ol>
    <p-text-field
      label="Anything else outside"
      fieldId="condition-words"
      most="400"
      [value]="value().words"
      (valueChange)="value.set({ words: $event, marks: value().marks, photos: value().photos })"
    />
    <p-photo-field
      [inputId]="'condition-photo'"
      [hashes]="value().photos"
      (hashesChange)="value.set({ words: value().words, marks: value().marks, photos: keep($event) })"
    />
    <p class="fault">{{ fault() }}</p>
  `,
})
export class ConditionField {
  readonly value = model.required<Condition>();
  readonly fault = input('');
  private readonly board = viewChild.required<ElementRef<SVGSVGElement>>('board');
  protected readonly views = VIEWS.map((value) => ({ value, label: SAY_VIEW[value] }));
  protected readonly kinds = MARK_KINDS.map((value) => ({ value, label: SAY_MARK[value] }));
  protected readonly say = sayConditionMark;
  protected readonly view = signal<View>('lid');
  protected readonly kind = signal<MarkKind>('scratch');
  protected readonly markWords = signal('');
  protected readonly at = signal({ x: 0.5, y: 0.5 });
  protected readonly focused = signal(false);
  protected readonly here = computed(() =>
    this.value()
      .marks.map((mark, at) => ({ mark, number: at + 1 }))
      .filter((one) => one.mark.view === this.view()),
  );
  protected readonly words = computed(
    () =>
      `Outline of the ${SAY_VIEW[this.view()]}, ${this.here().length === 1 ? 'one mark' : `${this.here().length} marks`}. Arrow keys move, Enter marks a ${SAY_MARK[this.kind()]}.`,
  );

  protected keep(hashes: readonly string[]): string[] {
    return [...hashes];
  }

  protected touch(event: MouseEvent): void {
    const box = this.board().nativeElement.getBoundingClientRect();
    const within = (value: number) => Math.min(1, Math.max(0, Math.round(value * 100) / 100));
    this.at.set({
      x: within((((event.clientX - box.left) / box.width) * 200 - 10) / 180),
      y: within((((event.clientY - box.top) / box.height) * 140 - 10) / 120),
    });
    this.mark();
  }

  protected press(event: KeyboardEvent): void {
    const moves: Record<string, readonly [number, number]> = {
      ArrowLeft: [-STEP, 0],
      ArrowRight: [STEP, 0],
      ArrowUp: [0, -STEP],
      ArrowDown: [0, STEP],
    };
    const move = moves[event.key];
    if (!move && event.key !== 'Enter') return;
    event.preventDefault();
    if (!move) return this.mark();
    const within = (value: number) => Math.min(1, Math.max(0, Math.round(value * 100) / 100));
    this.at.update(({ x, y }) => ({ x: within(x + move[0]), y: within(y + move[1]) }));
  }

  private mark(): void {
    const mark: ConditionMark = {
      view: this.view(),
      ...this.at(),
      kind: this.kind(),
      words: this.markWords().trim(),
    };
    const { words, marks, photos } = this.value();
    this.value.set({ words, marks: [...marks, mark], photos });
    this.markWords.set('');
  }

  protected remove(at: number): void {
    const { words, marks, photos } = this.value();
    this.value.set({ words, marks: marks.filter((_, index) => index !== at), photos });
  }
}
