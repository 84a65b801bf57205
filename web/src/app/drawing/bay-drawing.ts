import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  boardOf,
  faceOf,
  heightParts,
  isBay,
  isSocket,
  outlineOf,
  sayMm,
  type BaySlot,
  type BoxDrive,
  type CardDrive,
  type CardSlot,
  type Drive,
  type Measure,
  type Place,
} from '@petrichor/core';

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

/** A drive in its place: from above and cut along its length, on one millimetre ruler. */
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
        @for (post of d.posts; track post.x) {
          <line class="now-line" [attr.x1]="post.x" [attr.x2]="post.x" y1="46" y2="440" />
          <circle [attr.class]="post.gone ? 'post gone' : 'post'" [attr.cx]="post.x" cy="131" r="12" />
          <text class="small" [attr.x]="post.x" y="214" text-anchor="middle">{{ post.say }}</text>
        }
        @if (d.moves; as to) {
          <circle class="post" [attr.cx]="to.x" cy="131" r="12" />
          <circle class="post-eye" [attr.cx]="to.x" cy="131" r="4.5" />
          @if (to.from; as from) {
            <path class="move" [attr.d]="'M' + from + ' 116Q' + (from + to.x) / 2 + ' 88 ' + to.x + ' 116'" />
          }
          <text class="small move-text" [attr.x]="to.x" y="214" text-anchor="middle">{{ to.say }}</text>
        }
        <text class="small" x="20" y="214">{{ d.plug }}</text>
        <!-- cut -->
        <text class="head" x="0" y="248">Cut along the length</text>
        <text class="sub" x="150" y="248">lengths as above; heights drawn 6 times taller</text>
        <rect class="cover" x="18" [attr.y]="d.coverY - 18" [attr.width]="d.wall - 6" height="18" />
        @for (rib of d.ribs; track $index) {
          <rect class="cover" [attr.x]="rib.x" [attr.y]="rib.y" [attr.width]="rib.width" [attr.height]="rib.height" />
        }
        <text class="small" x="26" [attr.y]="d.coverY - 5">cover, inside face at {{ d.coverMm }}</text>
        <rect class="main-board" x="18" y="440" [attr.width]="d.wall - 6" height="14" />
        @for (thing of d.obstacles; track $index) {
          <rect class="main-board" [attr.x]="thing.x" [attr.y]="thing.y" [attr.width]="thing.width" [attr.height]="thing.height" />
        }
        <rect class="socket" x="18" [attr.y]="d.boardTop - 22" [attr.width]="X0 - 2" [attr.height]="440 - d.boardTop + 22" />
        @for (part of d.parts; track part.name) {
          @for (box of part.boxes; track $index) {
            <rect
              class="part"
              [attr.x]="box.x"
              [attr.y]="box.y"
              [attr.width]="box.width"
              [attr.height]="box.height"
              [style.fill]="part.tone"
            />
          }
        }
        @if (d.postX !== null) {
          <rect
            class="part"
            [attr.x]="d.postX - 10"
            [attr.y]="d.postTop"
            width="20"
            [attr.height]="440 - d.postTop"
            [style.fill]="'var(--metal)'"
          />
        }
        @for (label of d.labels; track label.name) {
          <path class="lead" [attr.d]="'M' + (d.wall + 12) + ' ' + label.at + 'L' + (d.wall + 22) + ' ' + label.y" />
          <text class="label" [class.air-text]="label.name === 'air'" [attr.x]="d.wall + 26" [attr.y]="label.y + 4">{{ label.name }}</text>
          <text class="m label" [class.air-text]="label.name === 'air'" x="638" [attr.y]="label.y + 4" text-anchor="end">
            {{ label.value }}
          </text>
        }
      </svg>
    } @else if (boxed(); as b) {
      <svg viewBox="0 0 640 330" role="img" [attr.aria-label]="b.words">
        <text class="head" x="0" y="14">From the side</text>
        <text class="sub" x="110" y="14">{{ b.title }}; to scale</text>
        <rect class="room" x="20" y="40" [attr.width]="b.roomWidth" [attr.height]="b.roomHeight" />
        <rect
          class="board"
          x="28"
          [attr.y]="40 + b.roomHeight - b.driveHeight"
          [attr.width]="b.driveWidth"
          [attr.height]="b.driveHeight"
          rx="2"
        />
        @if (b.spacer > 3) {
          <text class="small" [attr.x]="32 + b.driveWidth" [attr.y]="40 + b.spacer / 2 + 4">{{ b.gapSay }}</text>
        }
        <text class="small" x="36" [attr.y]="40 + b.roomHeight - b.driveHeight / 2 + 4">{{ b.driveSay }}</text>
        <text class="small" x="20" [attr.y]="58 + b.roomHeight">{{ b.roomSay }}</text>
        <text class="head" x="0" [attr.y]="92 + b.roomHeight">Plug</text>
        <text class="sub" x="0" [attr.y]="112 + b.roomHeight">{{ b.plugSay }}</text>
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
  readonly place = input.required<Place>();
  readonly drive = input.required<Drive>();
  protected readonly X0 = X0;

  protected readonly instead = computed(() => {
    const { slot } = this.place();
    const drive = this.drive();
    if (slot.kind === 'soldered') return `No drawing: ${slot.label} is soldered to the board.`;
    return `No drawing: the ${drive.maker} ${drive.name} is of another form factor than ${slot.label}.`;
  });

  protected readonly drawn = computed(() => {
    const place = this.place();
    const drive = this.drive();
    const { slot } = place;
    return isSocket(slot) && drive.family === slot.kind ? draw(place, slot, drive as CardDrive) : null;
  });

  protected readonly boxed = computed(() => {
    const { slot } = this.place();
    const drive = this.drive();
    return isBay(slot) && 'connector' in drive ? drawBox(slot, drive) : null;
  });
}

function draw(place: Place, slot: CardSlot, drive: CardDrive) {
  const x = (mm: number) => Math.round((X0 + mm * SCALE) * 10) / 10;
  const up = (mm: number) => Math.round((440 - mm * SCALE * TALLER) * 10) / 10;
  const lengthMm = Math.round(outlineOf(drive).length.mm);
  const roomMm = slot.kind === 'm2' ? slot.roomLength.mm : lengthMm + 4;
  const widthMm = slot.kind === 'm2' ? slot.roomWidth.mm : 30.3;
  const end = x(lengthMm);
  const chips = chipsOf(drive, lengthMm, faceOf(drive, 'top')?.mm ?? 0);
  const beneath = chipsOf(drive, lengthMm, faceOf(drive, 'bottom')?.mm ?? 0, 'bottom');
  const boardTop = slot.standOff.mm + boardOf(drive).mm;
  let at = 0;
  const parts = heightParts(place, slot, drive).map(({ name, height }) => {
    const mm = height?.mm ?? 0;
    const from = at;
    at += mm;
    const box = (fromMm: number, toMm: number, low: number, high: number) => ({
      x: x(fromMm),
      width: x(toMm) - x(fromMm),
      y: up(high),
      height: up(low) - up(high),
    });
    const boxes =
      name === 'chips'
        ? chips.map((chip) => box(chip.fromMm, chip.toMm, boardTop, boardTop + chip.mm))
        : name === 'post'
          ? beneath.filter((chip) => chip.mm > 0).map((chip) => box(chip.fromMm, chip.toMm, slot.standOff.mm - chip.mm, slot.standOff.mm))
          : [box(name === 'board' ? 0 : 6, lengthMm - (name === 'board' ? 0 : 3), from, at)];
    return {
      name,
      measure: height,
      tone: name === 'post' ? TONES['chips']! : (TONES[name] ?? 'var(--metal-hi)'),
      boxes: boxes.filter((one) => one.height > 0),
      middle: up(from + mm / 2),
    };
  });
  const known = parts.every((part) => part.measure !== null);
  const air = slot.coverAt.mm - at;
  const wall = x(roomMm + 2.5);
  // A cover far above would push the drawing off its sheet: it is drawn at the edge, and the figure says where it is.
  const coverMm = Math.min(slot.coverAt.mm, 6.4);
  const labelled = [
    { name: 'cover', value: sayMeasure(slot.coverAt), at: up(coverMm) },
    {
      name: 'air',
      value: known ? sayMm(air) : 'unknown',
      at: known ? Math.max(264, up(at + Math.max(0, coverMm - at) / 2)) : up(coverMm) + 6,
    },
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
  return {
    words: `${lengthMm} by ${Math.round(outlineOf(drive).width.mm)} mm drive in a room of ${sayMm(roomMm)} by ${sayMm(widthMm)} mm; ${known ? `${sayMm(air)} mm of air under the cover` : 'air under the cover unknown'}`,
    planWords: `${lengthMm} × ${Math.round(outlineOf(drive).width.mm)} mm drive in a room of ${sayMm(roomMm)} × ${sayMm(widthMm)}; to scale`,
    ruler: Array.from({ length: 51 }, (_, index) => index * 2).map((mm) => ({
      mm,
      x: x(mm),
      strong: mm === lengthMm || (slot.kind === 'm2' && mm === slot.post.nowAtMm),
    })),
    plug: drive.family === 'm2' ? `key ${drive.key}` : '52 contacts',
    wall,
    drive: end,
    chips: chips.map((chip, index) => ({
      x: x(chip.fromMm),
      width: x(chip.toMm) - x(chip.fromMm),
      y: index % 2 === 1 ? 106 : 98,
      height: index % 2 === 1 ? 48 : 64,
    })),
    ...postsOf(slot, x, lengthMm),
    postTop: up(slot.standOff.mm),
    boardTop: up(boardTop),
    coverY: up(coverMm),
    coverMm: sayMm(slot.coverAt.mm),
    ribs: slot.overhangs.map((one) => ({
      x: x(one.fromMm),
      width: x(Math.min(one.toMm, roomMm)) - x(one.fromMm),
      y: up(coverMm),
      height: Math.max(0, up(one.height.mm) - up(coverMm)),
    })),
    obstacles: slot.obstacles.map((one) => ({
      x: x(one.fromMm),
      width: x(one.toMm) - x(one.fromMm),
      y: up(one.height.mm),
      height: 440 - up(one.height.mm),
    })),
    parts,
    labels,
  };
}

/** Where posts stand and where one goes. An mSATA card has a screw at each far corner; it is drawn as one place. */
function postsOf(slot: CardSlot, x: (mm: number) => number, lengthMm: number) {
  const end = x(lengthMm);
  if (slot.kind !== 'm2') return { posts: [{ x: end, gone: false, say: 'two screws' }], moves: null, postX: end };
  const { nowAtMm, canMoveToMm } = slot.post;
  const moves = nowAtMm !== lengthMm && canMoveToMm.includes(lengthMm);
  const now =
    nowAtMm === null ? [] : [{ x: x(nowAtMm), gone: moves, say: nowAtMm === lengthMm ? `post, ${nowAtMm}` : `post now, ${nowAtMm}` }];
  return {
    posts: now,
    moves: moves
      ? { x: end, from: nowAtMm === null ? null : x(nowAtMm), say: nowAtMm === null ? `post to ${lengthMm}` : `move to ${lengthMm}` }
      : null,
    postX: moves ? end : nowAtMm === null ? null : x(nowAtMm),
  };
}

/** Chips as the profile says; without one, as they usually lie, at the height that was measured. */
function chipsOf(
  drive: CardDrive,
  lengthMm: number,
  mm: number,
  face: 'top' | 'bottom' = 'top',
): { fromMm: number; toMm: number; mm: number }[] {
  const profile = face === 'top' ? drive.topProfile : drive.bottomProfile;
  if (profile.length > 0) return profile.map(({ fromMm, toMm, height }) => ({ fromMm, toMm, mm: height.mm }));
  const shares = face === 'top' ? [0.12, 0.34, 0.5, 0.74] : [0.34, 0.6];
  return shares.map((share, index) => ({
    fromMm: lengthMm * share,
    toMm: lengthMm * (share + (index === 1 && face === 'top' ? 0.1 : 0.15)),
    mm,
  }));
}

/** A boxed drive in its bay, seen from the side. Bays differ more in height than in outline: that is what is drawn. */
function drawBox(slot: BaySlot, drive: BoxDrive) {
  const scale = 540 / Math.max(slot.roomLength.mm, 100);
  const px = (mm: number) => Math.round(mm * scale * 10) / 10;
  const gap = slot.roomHeight.mm - drive.height.mm;
  const tall = Math.max(slot.roomHeight.mm, drive.height.mm);
  // Heights as tall as they can be drawn without leaving the sheet.
  const taller = Math.min(3, 170 / px(tall));
  return {
    words: `${sayMm(drive.height.mm)} mm high drive in a bay of ${sayMm(slot.roomHeight.mm)} mm`,
    title: taller > 1.05 ? `heights drawn ${sayMm(Math.round(taller * 10) / 10)} times taller` : 'heights as lengths',
    roomWidth: px(slot.roomLength.mm),
    roomHeight: px(slot.roomHeight.mm) * taller,
    driveWidth: px(outlineOf(drive).length.mm),
    driveHeight: px(drive.height.mm) * taller,
    spacer: px(Math.max(0, gap)) * taller,
    gapSay: `${sayMm(gap)} free`,
    driveSay: `${drive.family} drive, ${sayMm(drive.height.mm)} ±${sayMm(drive.height.plusMinusMm)}`,
    roomSay: `room ${sayMm(slot.roomHeight.mm)} ±${sayMm(slot.roomHeight.plusMinusMm)} high, ${sayMm(slot.roomLength.mm)} × ${sayMm(slot.roomWidth.mm)}`,
    plugSay: `drive ${drive.connector}, bay ${slot.connector}`,
  };
}

const sayMeasure = ({ mm, plusMinusMm }: Measure): string => `${mm.toFixed(2)} ±${plusMinusMm.toFixed(2).slice(1)}`;
