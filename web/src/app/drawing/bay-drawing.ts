import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { heightParts, sayMm, type Drive, type M2Drive, type M2Slot, type Measure, type Slot } from '@petrichor/core';

/** Pixels per millimetre along the drive; the cut's heights are drawn this many times taller (the page says so, too). */
const SCALE = 4.85;
const TALLER = 6;
const X0 = 48;
const TONES: Record<string, string> = {
  post: 'var(--metal)',
  board: 'var(--board)',
  chips: 'var(--chip)',
  foil: 'var(--metal-lo)',
  pad: 'url(#h-soft)',
  plate: 'var(--metal-hi)',
};

/** An M.2 drive in its socket: from above and cut along its length, on one millimetre ruler. */
@Component({
  selector: 'p-bay-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (drawn(); as d) {
      <svg viewBox="0 0 640 470" role="img" [attr.aria-label]="d.words">
        <text class="head" x="0" y="14">From above</text>
        <text class="sub" x="86" y="14">{{ d.planWords }}</text>
        <rect class="scale-bar" x="18" y="24" width="540" height="22" />
        @for (mark of d.ruler; track mark.mm) {
          <path class="tick" [attr.d]="'M' + mark.x + ' 46v' + (mark.mm % 10 === 0 ? -9 : -4)" />
          @if (mark.mm % 10 === 0) {
            <text class="m small" [class.strong]="mark.strong" [attr.x]="mark.x + 3" y="35">{{ mark.mm }}</text>
          }
        }
        <!-- plan -->
        <rect class="room" x="20" y="66" [attr.width]="d.wall - 20" height="130" />
        <rect class="hatch" [attr.x]="d.wall" y="66" width="12" height="130" />
        <rect class="socket" x="20" y="74" [attr.width]="X0 - 4" height="114" />
        <rect class="board" [attr.x]="X0" y="78" [attr.width]="d.drive - X0" height="106" rx="2" />
        @for (chip of d.chips; track chip.x) {
          <rect class="chip" [attr.x]="chip.x" [attr.y]="chip.y" [attr.width]="chip.width" [attr.height]="chip.height" rx="2" />
        }
        <path class="notch" [attr.d]="'M' + d.drive + ' 122a9 9 0 0 0 0 18'" />
        <line class="now-line" [attr.x1]="d.postNow" [attr.x2]="d.postNow" y1="46" y2="440" />
        <circle [attr.class]="d.moves ? 'post gone' : 'post'" [attr.cx]="d.postNow" cy="131" r="12" />
        <text class="small" [attr.x]="d.postNow" y="214" text-anchor="middle">post now, {{ d.postNowMm }}</text>
        @if (d.moves; as to) {
          <circle class="post" [attr.cx]="d.drive" cy="131" r="12" />
          <circle class="post-eye" [attr.cx]="d.drive" cy="131" r="4.5" />
          <path class="move" [attr.d]="'M' + d.postNow + ' 116Q' + (d.postNow + d.drive) / 2 + ' 88 ' + d.drive + ' 116'" />
          <text class="small move-text" [attr.x]="d.drive" y="214" text-anchor="middle">move to {{ to }}</text>
        }
        <text class="small" x="20" y="214">key {{ d.key }}</text>
        <!-- cut -->
        <text class="head" x="0" y="248">Cut along the length</text>
        <text class="sub" x="150" y="248">lengths as above; heights drawn 6 times taller</text>
        <rect class="cover" x="18" [attr.y]="d.coverY - 18" [attr.width]="d.wall - 6" height="18" />
        <text class="small" x="26" [attr.y]="d.coverY - 5">cover, inside face at {{ d.coverMm }}</text>
        <rect class="main-board" x="18" y="440" [attr.width]="d.wall - 6" height="14" />
        <rect class="socket" x="18" [attr.y]="d.boardTop - 22" [attr.width]="X0 - 2" [attr.height]="440 - d.boardTop + 22" />
        @for (part of d.parts; track part.name) {
          @for (box of part.boxes; track box.x) {
            <rect
              class="part"
              [attr.x]="box.x"
              [attr.y]="part.y"
              [attr.width]="box.width"
              [attr.height]="part.height"
              [style.fill]="part.tone"
            />
          }
        }
        <rect
          class="part"
          [attr.x]="d.postX - 10"
          [attr.y]="d.postTop"
          width="20"
          [attr.height]="440 - d.postTop"
          [style.fill]="'var(--metal)'"
        />
        @for (label of d.labels; track label.name) {
          <path class="lead" [attr.d]="'M' + (d.wall + 12) + ' ' + label.at + 'L' + (d.wall + 22) + ' ' + label.y" />
          <text class="label" [class.air-text]="label.name === 'air'" [attr.x]="d.wall + 26" [attr.y]="label.y + 4">{{ label.name }}</text>
          <text class="m label" [class.air-text]="label.name === 'air'" x="638" [attr.y]="label.y + 4" text-anchor="end">
            {{ label.value }}
          </text>
        }
      </svg>
    } @else {
      <p class="mu">{{ instead() }}</p>
    }
  `,
  styles: `
    svg {
      width: 100%;
      height: auto;
    }
    .head {
      font-size: 15px;
      font-weight: 650;
    }
    .sub,
    .small {
      font-size: 13px;
      fill: var(--deep);
    }
    .strong {
      font-weight: 700;
      fill: var(--ink);
    }
    .scale-bar {
      fill: var(--panel);
      stroke: var(--line-strong);
    }
    .tick {
      stroke: var(--deep);
    }
    .room {
      fill: var(--s1);
      stroke: var(--muted);
      stroke-width: 1.5;
    }
    .hatch {
      fill: url(#h-soft);
      stroke: var(--muted);
    }
    .socket {
      fill: var(--metal-hi);
      stroke: var(--metal-lo);
      stroke-width: 1.5;
    }
    .board {
      fill: var(--board);
      stroke: var(--board-ink);
      stroke-width: 2;
    }
    .chip {
      fill: var(--chip);
    }
    .notch {
      fill: var(--s1);
      stroke: var(--board-ink);
      stroke-width: 2;
    }
    .now-line {
      stroke: var(--muted);
      stroke-dasharray: 3 3;
    }
    .post {
      fill: var(--panel);
      stroke: var(--rain);
      stroke-width: 3;
    }
    .post.gone {
      stroke: var(--muted);
      stroke-width: 1.6;
      stroke-dasharray: 3 2;
    }
    .post-eye {
      fill: var(--rain);
    }
    .move {
      fill: none;
      stroke: var(--rain);
      stroke-width: 3;
    }
    .move-text {
      fill: var(--rain-ink);
      font-weight: 650;
    }
    .cover {
      fill: var(--s6);
    }
    .main-board {
      fill: var(--s4);
      stroke: var(--muted);
    }
    .part {
      stroke: var(--metal-lo);
      stroke-width: 0.8;
    }
    .lead {
      fill: none;
      stroke: var(--deep);
      stroke-width: 0.8;
    }
    .label {
      font-size: 13px;
    }
    .air-text {
      font-weight: 700;
      font-size: 14px;
      fill: var(--moss);
    }
    .air-text.m {
      fill: var(--moss);
    }
  `,
})
export class BayDrawing {
  readonly slot = input.required<Slot>();
  readonly drive = input.required<Drive>();
  protected readonly X0 = X0;

  protected readonly instead = computed(() => {
    const slot = this.slot();
    const drive = this.drive();
    if (slot.kind === 'm2') return `No drawing: the ${drive.maker} ${drive.name} is a 2.5-inch drive, this is an M.2 socket.`;
    return `The bay takes 2.5-inch drives of ${sayMm(slot.roomHeight.mm)} mm at most; ${drive.family === 'm2' ? 'this is an M.2 drive' : `this one is ${sayMm(drive.height.mm)} mm`}.`;
  });

  protected readonly drawn = computed(() => {
    const slot = this.slot();
    const drive = this.drive();
    return slot.kind === 'm2' && drive.family === 'm2' ? draw(slot, drive) : null;
  });
}

function draw(slot: M2Slot, drive: M2Drive) {
  const x = (mm: number) => Math.round((X0 + mm * SCALE) * 10) / 10;
  const up = (mm: number) => Math.round((440 - mm * SCALE * TALLER) * 10) / 10;
  const end = x(drive.lengthMm);
  const chipsAlong = [0.12, 0.34, 0.5, 0.74].map((share, index) => ({
    x: X0 + (end - X0) * share,
    width: (end - X0) * (index === 1 ? 0.1 : 0.15),
  }));
  let at = 0;
  const parts = heightParts(slot, drive).map(({ name, height }) => {
    const mm = height?.mm ?? 0;
    const y = up(at + mm);
    const part = {
      name,
      measure: height,
      y,
      height: up(at) - y,
      tone: TONES[name] ?? 'var(--metal-hi)',
      boxes: boxesOf(name, end, chipsAlong),
      middle: up(at + mm / 2),
    };
    at += mm;
    return part;
  });
  const known = parts.every((part) => part.measure !== null);
  const air = slot.coverAt.mm - at;
  const wall = x(slot.roomLength.mm + 2.5);
  const labelled = [
    { name: 'cover', value: sayMeasure(slot.coverAt), at: up(slot.coverAt.mm) },
    { name: 'air', value: known ? sayMm(air) : 'unknown', at: known ? up(at + Math.max(0, air) / 2) : up(slot.coverAt.mm) + 6 },
    ...[...parts]
      .reverse()
      .map((part) => ({ name: part.name, value: part.measure ? sayMeasure(part.measure) : 'not measured', at: part.middle })),
  ];
  // Labels keep their order and at least 19 px from one another.
  let lowest = 250;
  const labels = labelled.map((label) => {
    lowest = Math.max(lowest + 19, Math.min(label.at - 6, 440));
    return { ...label, y: Math.min(lowest, 452) };
  });
  const moves = slot.post.nowAtMm !== drive.lengthMm && slot.post.canMoveToMm.includes(drive.lengthMm) ? drive.lengthMm : null;
  const [post, board] = parts;
  return {
    words: `${drive.lengthMm} by 22 mm drive in a room of ${sayMm(slot.roomLength.mm)} by ${sayMm(slot.roomWidth.mm)} mm; ${known ? `${sayMm(air)} mm of air under the cover` : 'air under the cover unknown'}`,
    planWords: `${drive.lengthMm} × 22 mm drive in a room of ${sayMm(slot.roomLength.mm)} × ${sayMm(slot.roomWidth.mm)}; to scale`,
    ruler: Array.from({ length: 51 }, (_, index) => index * 2).map((mm) => ({
      mm,
      x: x(mm),
      strong: mm === drive.lengthMm || mm === slot.post.nowAtMm,
    })),
    key: drive.key,
    wall,
    drive: end,
    chips: chipsAlong.map((chip, index) => ({ ...chip, y: index === 1 ? 106 : 98, height: index === 1 ? 48 : 64 })),
    postNow: x(slot.post.nowAtMm),
    postNowMm: slot.post.nowAtMm,
    moves,
    postX: moves === null ? x(slot.post.nowAtMm) : end,
    postTop: post!.y,
    boardTop: board!.y,
    coverY: up(slot.coverAt.mm),
    coverMm: sayMm(slot.coverAt.mm),
    parts: parts.filter((part) => part.name !== 'post' && part.height > 0),
    labels,
  };
}

function boxesOf(name: string, end: number, chips: readonly { x: number; width: number }[]): { x: number; width: number }[] {
  if (name === 'chips') return [...chips];
  const inset = name === 'board' ? 0 : name === 'foil' || name === 'pad' ? 40 : 22;
  return [{ x: X0 + inset, width: end - X0 - 1.4 * inset }];
}

const sayMeasure = ({ mm, plusMinusMm }: Measure): string => `${mm.toFixed(2)} ±${plusMinusMm.toFixed(2).slice(1)}`;
