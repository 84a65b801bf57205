import { sure } from '../units/index.js';
import { mainDrive, type JobState } from '../job/index.js';
import { sayDrive } from '../hardware/index.js';
import { PAPERS, wrap, type Paper, type Sheet, type Stroke, type Typeface } from '../sheets/index.js';

/** Sheets of labels that are sold everywhere, by their grid; mm (sizes in common trade, no source). */
export const LABEL_SHEETS = {
  '3x8': {
    paper: 'A4',
    columns: 3,
    rows: 8,
    widthMm: 70,
    heightMm: 36,
    topMm: 4.5,
    leftMm: 0,
    gapMm: 0,
    say: '24 labels, 70 × 36 mm, A4',
  },
  '2x7': {
    paper: 'A4',
    columns: 2,
    rows: 7,
    widthMm: 99.1,
    heightMm: 38.1,
    topMm: 15.1,
    leftMm: 4.65,
    gapMm: 2.5,
    say: '14 labels, 99.1 × 38.1 mm, A4',
  },
  '2x5': {
    paper: 'Letter',
    columns: 2,
    rows: 5,
    widthMm: 101.6,
    heightMm: 50.8,
    topMm: 12.7,
    leftMm: 4,
    gapMm: 4.7,
    say: '10 labels, 4 × 2 in, Letter',
  },
} as const satisfies Record<string, LabelSheet>;
export type LabelSheetId = keyof typeof LABEL_SHEETS;

interface LabelSheet {
  readonly paper: Paper;
  readonly columns: number;
  readonly rows: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly topMm: number;
  readonly leftMm: number;
  /** Between columns. */
  readonly gapMm: number;
  readonly say: string;
}

/** Dark modules of a QR code, row by row, as a package draws it. */
export type Modules = readonly (readonly boolean[])[];

interface Label {
  /** What a scanner reads. */
  readonly code: string;
  /** The big line: the job's number. */
  readonly head: string;
  readonly lines: readonly string[];
}

/** The tag of the machine. Nothing on it says what is wrong or what is on the drive. */
export const jobTag = (job: JobState, origin: string): Label => ({
  code: `${origin}/j/${job.number}`,
  head: String(job.number),
  lines: [job.intake.modelName, job.intake.serial, job.intake.customer.name],
});

/** The tag of a drive that lies apart from its machine: the old one, or the new one before it goes in. */
export function driveTag(job: JobState, which: 'old' | 'new', origin: string): Label {
  const drive = mainDrive(job);
  const name =
    which === 'new'
      ? drive
        ? sayDrive(drive.drive)
        : 'New drive'
      : (drive?.slot.fitted?.label ?? 'Old drive');
  const serial = which === 'new' ? job.serials.newDrive : job.serials.oldDrive;
  return {
    code: `${origin}/j/${job.number}/${which}`,
    head: `${job.number} ${which}`,
    lines: [name, serial ?? 'serial not recorded', job.intake.customer.name],
  };
}

/** The job that a scanned tag names; null: it is no tag of ours. */
export function jobOfCode(code: string): number | null {
  const found = /(?:^|\/)j\/(\d{1,9})(?:\/(?:old|new))?\/?$/.exec(code.trim());
  return found ? Number(found[1]) : null;
}

/**
 * Labels on their sheets, from the place `first` on (0: upper left), so that a sheet that was begun is used
 * up.
 */
export function labelSheets(
  labels: readonly { readonly label: Label; readonly modules: Modules }[],
  id: LabelSheetId,
  face: Typeface,
  first = 0,
): Sheet[] {
  const kind: LabelSheet = LABEL_SHEETS[id];
  const { widthMm, heightMm } = PAPERS[kind.paper];
  const perSheet = kind.columns * kind.rows;
  const sheets: { widthMm: number; heightMm: number; strokes: Stroke[] }[] = [];
  labels.forEach(({ label, modules }, at) => {
    const place = first + at;
    const sheet = Math.floor(place / perSheet);
    while (sheets.length <= sheet) sheets.push({ widthMm, heightMm, strokes: [] });
    const on = place % perSheet;
    const x = kind.leftMm + (on % kind.columns) * (kind.widthMm + kind.gapMm);
    const y = kind.topMm + Math.floor(on / kind.columns) * kind.heightMm;
    sure(sheets[sheet]).strokes.push(...drawLabel(label, modules, x, y, kind, face));
  });
  return sheets;
}

/** Code at the left, square and with its quiet zone; words at its right. */
function drawLabel(
  { head, lines }: Label,
  modules: Modules,
  x: number,
  y: number,
  { widthMm, heightMm }: LabelSheet,
  face: Typeface,
): Stroke[] {
  const side = Math.min(heightMm - 6, widthMm * 0.42);
  const from = x + side + 7;
  const roomMm = Math.max(12, x + widthMm - 2 - from);
  const words = lines.flatMap((line) =>
    wrap(line, roomMm, (text) => face.widthMm(text, 3, false)).slice(0, 2),
  );
  return [
    ...drawModules(modules, x + 4, y + (heightMm - side) / 2, side),
    { kind: 'text', x: from, y: y + 10, size: 7, text: head, strong: true },
    ...words
      .slice(0, 5)
      .map((text, at): Stroke => ({ kind: 'text', x: from, y: y + 16 + at * 4.2, size: 3, text })),
  ];
}

/**
 * The code as filled squares; runs of dark modules are one rectangle, so that no printer leaves hairlines
 * between them.
 */
function drawModules(modules: Modules, x: number, y: number, sideMm: number): Stroke[] {
  const size = sideMm / modules.length;
  return modules.flatMap((row, down) => {
    const strokes: Stroke[] = [];
    for (let at = 0; at < row.length;) {
      let end = at;
      while (row[end]) end++;
      if (end > at)
        strokes.push({
          kind: 'fill',
          x: x + at * size,
          y: y + down * size,
          width: (end - at) * size,
          height: size,
        });
      at = Math.max(end, at + 1);
    }
    return strokes;
  });
}
