import { sure } from '@petrichor/core/units';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  model,
  resource,
  viewChild,
} from '@angular/core';
import { machineOutlineOf, type Guide, type Hole, type Side } from '@petrichor/core/hardware';
import { PhotoKeeper } from '../../state/photos/photo-keeper';

/** How near a press has to be to a hole to mean it, mm on the map: a fingertip. */
const NEAR_MM = 6;
const STEP_MM = { fine: 0.5, coarse: 5 } as const;

/**
 * The screws of one group on the outline map, over a photo of the machine: a press sets one, a press on one
 * takes it away, dragging or the arrow keys move it.
 */
@Component({
  selector: 'p-place-holes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let plan = outline();
    <svg
      #map
      [attr.viewBox]="'-4 -4 ' + (plan.widthMm + 8) + ' ' + (plan.heightMm + 8)"
      role="group"
      [attr.aria-label]="'Outline map; ' + holes().length + ' screws set'"
      (pointerdown)="press($event)"
      (pointermove)="drag($event)"
      (pointerup)="drop()"
      (pointercancel)="drop()"
    >
      @if (picture.value(); as address) {
        <image
          [attr.href]="address"
          x="0"
          y="0"
          [attr.width]="plan.widthMm"
          [attr.height]="plan.heightMm"
          preserveAspectRatio="none"
          opacity="0.75"
        />
      }
      <rect
        class="body"
        [class.over]="picture.value()"
        x="0"
        y="0"
        [attr.width]="plan.widthMm"
        [attr.height]="plan.heightMm"
        rx="8"
      />
      @for (mark of plan.landmarks; track $index) {
        <rect
          class="landmark"
          [attr.x]="mark.xMm"
          [attr.y]="mark.yMm"
          [attr.width]="mark.widthMm"
          [attr.height]="mark.heightMm"
          rx="2"
        />
      }
      @for (hole of others(); track $index) {
        <circle class="other" [attr.cx]="hole.xMm" [attr.cy]="hole.yMm" r="2" />
      }
      @for (hole of holes(); track $index) {
        <g
          class="hole"
          tabindex="0"
          role="button"
          [attr.aria-label]="
            'Screw ' +
            ($index + 1) +
            ' at ' +
            hole.xMm +
            ' and ' +
            hole.yMm +
            ' mm. Arrow keys move it, Delete takes it away.'
          "
          [attr.transform]="'translate(' + hole.xMm + ' ' + hole.yMm + ')'"
          (keydown)="key($event, $index)"
        >
          <circle r="5" />
          <text text-anchor="middle" y="2.4">{{ $index + 1 }}</text>
        </g>
      }
    </svg>
    <p class="mu small">
      {{ plan.topEdge }} above, {{ plan.bottomEdge }} below; {{ plan.widthMm }} × {{ plan.heightMm }} mm.
      Press to set a screw, press one to take it away, drag to move it. With the keyboard:
      <button class="link" type="button" (click)="addInMiddle()">set one in the middle</button>, then arrow
      keys.
    </p>
  `,
  styles: `
    svg {
      width: 100%;
      max-height: 420px;
      touch-action: none;
      cursor: crosshair;
    }
    .body {
      fill: var(--panel);
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    .body.over {
      fill: none;
    }
    .landmark {
      fill: none;
      stroke: var(--line-strong);
    }
    .other {
      fill: var(--ground);
      stroke: var(--muted);
    }
    .hole circle {
      fill: var(--rain);
      stroke: var(--on-rain);
      stroke-width: 0.6;
    }
    .hole text {
      font: 700 6.4px var(--m);
      fill: var(--on-rain);
      pointer-events: none;
    }
    .hole:focus-visible circle {
      stroke: var(--ink);
      stroke-width: 2;
    }
  `,
})
export class PlaceHoles {
  readonly guide = input.required<Guide>();
  readonly side = input.required<Side | null>();
  readonly holes = model.required<readonly Hole[]>();
  /** Holes of other groups on the same side, for orientation. */
  readonly others = input<readonly Hole[]>([]);
  readonly photo = input<string | null>(null);
  private readonly keeper = inject(PhotoKeeper);
  private readonly svg = viewChild.required<ElementRef<SVGSVGElement>>('map');
  protected readonly outline = computed(() => machineOutlineOf(this.guide(), this.side()));
  protected readonly picture = resource({
    params: () => this.photo() ?? undefined,
    loader: ({ params }) => this.keeper.address(params),
  });
  private held: { readonly index: number; moved: boolean } | null = null;

  protected press(event: PointerEvent): void {
    const at = this.placeOf(event);
    if (!at) return;
    const index = this.holes().findIndex(
      (hole) => Math.hypot(hole.xMm - at.xMm, hole.yMm - at.yMm) < NEAR_MM,
    );
    if (index < 0) this.holes.set([...this.holes(), at]);
    this.held = { index: index < 0 ? this.holes().length - 1 : index, moved: index < 0 };
    this.svg().nativeElement.setPointerCapture(event.pointerId);
  }

  protected drag(event: PointerEvent): void {
    const at = this.held && this.placeOf(event);
    if (!this.held || !at) return;
    const hole = this.holes()[this.held.index];
    // A trembling finger does not move what it presses.
    if (!hole || (!this.held.moved && Math.hypot(hole.xMm - at.xMm, hole.yMm - at.yMm) < NEAR_MM / 2)) return;
    this.held.moved = true;
    this.replace(this.held.index, at);
  }

  protected drop(): void {
    if (this.held && !this.held.moved) this.take(this.held.index);
    this.held = null;
  }

  protected key(event: KeyboardEvent, index: number): void {
    const hole = this.holes()[index];
    if (!hole) return;
    const by = event.shiftKey ? STEP_MM.coarse : STEP_MM.fine;
    const [dx, dy] = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[
      event.key
    ] ?? [0, 0];
    if (event.key === 'Delete' || event.key === 'Backspace') this.take(index);
    else if (dx !== 0 || dy !== 0)
      this.replace(index, this.within({ xMm: hole.xMm + sure(dx), yMm: hole.yMm + sure(dy) }));
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  protected addInMiddle(): void {
    const { widthMm, heightMm } = this.outline();
    this.holes.set([...this.holes(), this.within({ xMm: widthMm / 2, yMm: heightMm / 2 })]);
  }

  private replace(index: number, at: Hole): void {
    this.holes.set(
      this.holes().map((hole, own) => (own === index ? { ...hole, xMm: at.xMm, yMm: at.yMm } : hole)),
    );
  }

  private take(index: number): void {
    this.holes.set(this.holes().filter((_, own) => own !== index));
  }

  private placeOf(event: PointerEvent): Hole | null {
    const matrix = this.svg().nativeElement.getScreenCTM();
    if (!matrix) return null;
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return this.within({ xMm: point.x, yMm: point.y });
  }

  /** On the machine, to the half millimetre. */
  private within({ xMm, yMm }: Hole): Hole {
    const half = (mm: number, most: number) => Math.round(2 * Math.max(0, Math.min(most, mm))) / 2;
    return { xMm: half(xMm, this.outline().widthMm), yMm: half(yMm, this.outline().heightMm) };
  }
}
