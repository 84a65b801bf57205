import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { machineOutlineOf, type Guide } from '@petrichor/core/hardware';
import type { WayStep } from '@petrichor/core/teardown';
import { placeLabels } from './label-places.geometry';

/** Drawn width of the machine, px; the height follows from its outline. */
const WIDTH = 416;

/**
 * The side of the machine that one looks at, to scale, with this step's screws on their places.
 * The first kind of screw is a circle, the second a square; hollow and dashed is done, the large one is next.
 */
@Component({
  selector: 'p-outline-map',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let map = drawn();
    <svg [attr.viewBox]="'0 0 424 ' + (map.height + 52)" role="img" [attr.aria-label]="words()">
      <text class="edge" x="212" y="11" text-anchor="middle">{{ outline().topEdge }}</text>
      <rect class="body" x="4" y="16" [attr.width]="map.width" [attr.height]="map.height" rx="12" />
      @for (mark of map.landmarks; track $index) {
        @if (mark.shape === 'circle') {
          <ellipse
            class="landmark"
            [attr.cx]="mark.x + mark.width / 2"
            [attr.cy]="mark.y + mark.height / 2"
            [attr.rx]="mark.width / 2"
            [attr.ry]="mark.height / 2"
          />
        } @else {
          <rect
            class="landmark"
            [attr.x]="mark.x"
            [attr.y]="mark.y"
            [attr.width]="mark.width"
            [attr.height]="mark.height"
            rx="3"
          />
        }
      }
      @for (hole of map.others; track $index) {
        <circle class="other" [attr.cx]="hole.x" [attr.cy]="hole.y" r="3.2" />
      }
      @for (label of map.labels; track $index) {
        @if (label.leader) {
          <path class="leader" [attr.d]="label.leader" />
        }
        @for (line of label.lines; track $index) {
          <text class="edge" [attr.x]="line.x" [attr.y]="line.y" text-anchor="middle">{{ line.text }}</text>
        }
      }
      @for (hole of map.holes; track hole.name) {
        <g [attr.class]="hole.state" [attr.transform]="'translate(' + hole.x + ' ' + hole.y + ')'">
          @if (hole.square) {
            <rect
              [attr.x]="-hole.r"
              [attr.y]="-hole.r"
              [attr.width]="2 * hole.r"
              [attr.height]="2 * hole.r"
            />
          } @else {
            <circle [attr.r]="hole.r" />
          }
          <text class="m" y="5" text-anchor="middle" [attr.font-size]="hole.r > 12 ? 17 : 14">
            {{ hole.name }}
          </text>
        </g>
      }
      <path class="ruler" [attr.d]="'M4 ' + (map.height + 29) + 'v8m0-4h' + map.hundredMm + 'm0-4v8'" />
      <text class="m scale" [attr.x]="map.hundredMm + 12" [attr.y]="map.height + 38">100 mm</text>
      <text class="edge" x="420" [attr.y]="map.height + 38" text-anchor="end">
        {{ outline().bottomEdge }}, {{ outline().widthMm }} × {{ outline().heightMm }} mm
      </text>
    </svg>
  `,
  styles: `
    :host {
      display: block;
      min-height: 0;
    }
    svg {
      width: 100%;
      max-width: 470px;
      height: 100%;
    }
    .body {
      fill: var(--panel);
      stroke: var(--ink);
      stroke-width: 2;
    }
    .landmark {
      fill: none;
      stroke: var(--line-strong);
      stroke-width: 1.2;
    }
    rect.landmark {
      fill: var(--s0);
    }
    .edge {
      font-size: 13px;
      fill: var(--muted);
    }
    .leader {
      stroke: var(--muted);
    }
    .other {
      fill: var(--ground);
      stroke: var(--muted);
      stroke-width: 1.2;
    }
    g text {
      font-weight: 700;
    }
    .todo :is(circle, rect) {
      fill: var(--ink);
    }
    .todo text {
      fill: var(--ground);
    }
    .done :is(circle, rect) {
      fill: var(--panel);
      stroke: var(--muted);
      stroke-width: 1.6;
      stroke-dasharray: 3 2;
    }
    .done text {
      fill: var(--muted);
    }
    .now :is(circle, rect) {
      fill: var(--rain);
    }
    .now text {
      fill: var(--on-rain);
    }
    .ruler {
      fill: none;
      stroke: var(--deep);
      stroke-width: 1.3;
    }
    .scale {
      font-size: 13px;
    }
  `,
})
export class OutlineMap {
  readonly guide = input.required<Guide>();
  readonly step = input.required<WayStep>();
  readonly moved = input<Readonly<Record<string, number>>>({});
  protected readonly outline = computed(() =>
    machineOutlineOf(this.guide(), this.step().side ?? this.guide().startSide),
  );

  protected readonly drawn = computed(() => {
    const { widthMm, heightMm, landmarks } = this.outline();
    const scale = WIDTH / widthMm;
    const x = (mm: number) => 4 + mm * scale;
    const y = (mm: number) => 16 + mm * scale;
    const mine = new Set<string>();
    let name = 0;
    let nextFound = false;
    const screws = this.step().moves.filter((thing) => thing.kind === 'screw');
    const holes = screws.flatMap((thing, kind) =>
      thing.holes.map((hole, index) => {
        mine.add(`${hole.xMm} ${hole.yMm}`);
        const done = index < (this.moved()[thing.key] ?? 0);
        const now = !done && !nextFound;
        nextFound ||= now;
        name += 1;
        const crowded = thing.holes.length > 6;
        return {
          name,
          x: x(hole.xMm),
          y: y(hole.yMm),
          square: kind > 0,
          state: done ? 'done' : now ? 'now' : 'todo',
          r: now ? 14 : crowded ? 9 : 11,
        };
      }),
    );
    const others = this.guide()
      .operations.filter(
        (operation) =>
          machineOutlineOf(this.guide(), operation.side ?? this.guide().startSide) === this.outline(),
      )
      .flatMap((operation) => operation.takes)
      .flatMap((thing) => (thing.kind === 'screw' ? thing.holes : []))
      .filter((hole) => !mine.has(`${hole.xMm} ${hole.yMm}`))
      .map((hole) => ({ x: x(hole.xMm), y: y(hole.yMm) }));
    const height = Math.round(heightMm * scale);
    const marks = landmarks.map(({ label, shape, xMm, yMm, ...mark }) => ({
      label,
      shape,
      box: { x: x(xMm), y: y(yMm), width: mark.widthMm * scale, height: mark.heightMm * scale },
    }));
    // A step's own screws grow when they are next: names keep clear of them at that size.
    const spots = [
      ...holes.map((hole) => ({ x: hole.x, y: hole.y, r: 14 })),
      ...others.map((hole) => ({ ...hole, r: 4 })),
    ];
    return {
      width: WIDTH,
      height,
      hundredMm: 100 * scale,
      landmarks: marks.map(({ shape, box }) => ({ shape, ...box })),
      labels: placeLabels(marks, spots, { x: 4, y: 16, width: WIDTH, height }).filter((one) => one !== null),
      others,
      // The one that is next is drawn last, so that nothing lies over it.
      holes: [...holes].sort((a, b) => Number(a.state === 'now') - Number(b.state === 'now')),
    };
  });

  protected readonly words = computed(() => {
    const { holes } = this.drawn();
    const left = holes.filter((hole) => hole.state !== 'done').length;
    return holes.length === 0
      ? 'Outline of the machine'
      : `Outline of the machine; ${left} of ${holes.length} screws to go, number ${holes.find((hole) => hole.state === 'now')?.name ?? 'none'} next`;
  });
}
