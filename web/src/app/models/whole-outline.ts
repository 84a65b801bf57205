import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { SAY_SIDE, sayScrew, type Guide, type MachineOutline, type Side } from '@petrichor/core/hardware';
import { placeLabels } from '../drawing/label-places.geometry';

/** A shape for each kind of screw of a side, so that they are told apart without colour. */
const SHAPES = ['circle', 'square', 'diamond', 'triangle'] as const;

/** All screws of a guide on their places, one map for each outline, with which shape is which screw. */
@Component({
  selector: 'p-whole-outline',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (map of maps(); track map.say) {
      <figure>
        <svg
          [attr.viewBox]="'-6 -6 ' + (map.outline.widthMm + 12) + ' ' + (map.outline.heightMm + 12)"
          role="img"
          [attr.aria-label]="map.words"
        >
          <rect
            class="body"
            x="0"
            y="0"
            [attr.width]="map.outline.widthMm"
            [attr.height]="map.outline.heightMm"
            rx="8"
          />
          @for (mark of map.outline.landmarks; track $index) {
            @if (mark.shape === 'circle') {
              <circle
                class="landmark"
                [attr.cx]="mark.xMm + mark.widthMm / 2"
                [attr.cy]="mark.yMm + mark.heightMm / 2"
                [attr.r]="mark.widthMm / 2"
              />
            } @else {
              <rect
                class="landmark"
                [attr.x]="mark.xMm"
                [attr.y]="mark.yMm"
                [attr.width]="mark.widthMm"
                [attr.height]="mark.heightMm"
                rx="2"
              />
            }
          }
          @for (label of map.labels; track $index) {
            @if (label.leader) {
              <path class="leader" [attr.d]="label.leader" />
            }
            @for (line of label.lines; track $index) {
              <text class="name" [attr.x]="line.x" [attr.y]="line.y" text-anchor="middle">
                {{ line.text }}
              </text>
            }
          }
          @for (hole of map.holes; track $index) {
            <path [attr.d]="hole.path" [class.captive]="hole.captive" />
          }
        </svg>
        <figcaption>
          {{ map.say }}, {{ map.outline.widthMm }} × {{ map.outline.heightMm }} mm
          <ul>
            @for (kind of map.kinds; track kind.say) {
              <li>
                <svg viewBox="-6 -6 12 12" width="18" height="18" aria-hidden="true">
                  <path [attr.d]="kind.path" />
                </svg>
                <span class="m">{{ kind.count }} × {{ kind.say }}</span>
              </li>
            }
          </ul>
        </figcaption>
      </figure>
    }
  `,
  styles: `
    figure {
      margin: 0 0 12px;
    }
    figure > svg {
      width: 100%;
      max-height: 340px;
    }
    .body {
      fill: var(--panel);
      stroke: var(--ink);
      stroke-width: 1.6;
    }
    .landmark {
      fill: none;
      stroke: var(--line-strong);
    }
    .name {
      font-size: 9px;
      fill: var(--muted);
    }
    path {
      fill: var(--ink);
      stroke: var(--ink);
    }
    path.leader {
      stroke: var(--muted);
    }
    path.captive {
      fill: var(--panel);
      stroke-width: 1.6;
    }
    figcaption ul {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
    }
    li {
      display: flex;
      gap: 6px;
      align-items: center;
    }
  `,
})
export class WholeOutline {
  readonly guide = input.required<Guide>();
  protected readonly maps = computed(() => {
    const { outline, sides, operations, startSide } = this.guide();
    const of = new Map<
      MachineOutline,
      {
        side: Side;
        holes: { path: string; captive: boolean; x: number; y: number }[];
        kinds: Map<string, number>;
        counts: Map<string, number>;
      }
    >();
    for (const one of operations)
      for (const thing of one.takes) {
        if (thing.kind !== 'screw') continue;
        const side = one.side ?? startSide;
        const map = sides[side] ?? outline;
        const here = of.get(map) ?? {
          side,
          holes: [],
          kinds: new Map<string, number>(),
          counts: new Map<string, number>(),
        };
        of.set(map, here);
        const say = `${sayScrew(thing.screw)}, ${thing.screw.bit}`;
        if (!here.kinds.has(say)) here.kinds.set(say, here.kinds.size);
        here.counts.set(say, (here.counts.get(say) ?? 0) + thing.holes.length);
        for (const hole of thing.holes)
          here.holes.push({
            path: shape(sure(here.kinds.get(say)), hole.xMm, hole.yMm),
            captive: thing.captive,
            x: hole.xMm,
            y: hole.yMm,
          });
      }
    return [...of].map(([map, { side, holes, kinds, counts }]) => ({
      outline: map,
      say: `Seen ${SAY_SIDE[side]}`,
      words: `Outline map, ${SAY_SIDE[side]}, ${holes.length} screws`,
      holes,
      labels: placeLabels(
        map.landmarks.map(({ label, xMm, yMm, widthMm, heightMm }) => ({
          label,
          box: { x: xMm, y: yMm, width: widthMm, height: heightMm },
        })),
        holes.map(({ x, y }) => ({ x, y, r: 5 })),
        { x: 0, y: 0, width: map.widthMm, height: map.heightMm },
        9,
      ).filter((one) => one !== null),
      kinds: [...kinds].map(([say, at]) => ({ say, count: counts.get(say) ?? 0, path: shape(at, 0, 0) })),
    }));
  });
}

function shape(kind: number, x: number, y: number): string {
  const r = kind < SHAPES.length ? 3.4 : 2;
  const form = SHAPES[kind % SHAPES.length] ?? 'circle';
  switch (form) {
    case 'square':
      return `M${x - r} ${y - r}h${2 * r}v${2 * r}h${-2 * r}Z`;
    case 'diamond':
      return `M${x} ${y - r - 1}L${x + r + 1} ${y}L${x} ${y + r + 1}L${x - r - 1} ${y}Z`;
    case 'triangle':
      return `M${x} ${y - r - 1}L${x + r + 1} ${y + r}H${x - r - 1}Z`;
    case 'circle':
      return `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;
  }
}
