import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { GB, GIB, sure } from '@petrichor/core/units';
import { marksFor, STRATA, strataShape, type PartShape, type StrataDrive } from './strata-move.geometry';

/** Places of the old drive that do not read, bytes. */
export interface StrataHole {
  readonly startByte: number;
  readonly bytes: number;
}
/** A size that somebody gives a partition by its edge. `last`: the hand has let go. */
export interface Stretch {
  readonly number: number;
  readonly bytes: number;
  readonly last: boolean;
}

/** What an arrow and a page key move an edge by. */
const STEP = GIB;
const LEAP = 10 * GIB;

/**
 * Old drive and new drive as columns at one scale, with what goes across between them; edges can be dragged.
 */
@Component({
  selector: 'p-strata-move',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './strata-move.html',
  styleUrl: './strata-move.css',
})
export class StrataMove {
  readonly source = input.required<StrataDrive>();
  readonly target = input.required<StrataDrive>();
  readonly holes = input<readonly StrataHole[]>([]);
  readonly holeWords = input<readonly string[]>([]);
  /** Time that each partition's data takes, by number. */
  readonly times = input<ReadonlyMap<number, string>>(new Map());
  readonly bareWords = input('kept bare');
  readonly words = input.required<string>();
  readonly fixed = input(false);
  /** Of the longer drive, in the units of the drawing (872 across). */
  readonly height = input(500);
  readonly stretched = output<Stretch>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly S = STRATA;
  protected readonly shape = computed(() => strataShape(this.source(), this.target(), this.height()));
  protected readonly marks = computed(() => {
    const scale = this.shape().pixelsPerByte;
    const most = Math.max(this.source().bytes, this.target().bytes);
    const at = (unit: number) =>
      marksFor(most, unit).map(({ at: byte, say }) => ({ y: STRATA.top + byte * scale, say }));
    return { gib: at(GIB), gb: at(GB) };
  });
  protected readonly spots = computed(() => {
    const scale = this.shape().pixelsPerByte;
    const spots = this.holes().map((hole) => STRATA.top + hole.startByte * scale);
    if (spots.length === 0) return null;
    const [top, bottom] = [Math.min(...spots), Math.max(...spots)];
    // Its words end above the name that stands next beneath.
    const beneath = this.shape().left.flatMap((part) =>
      part.labelY !== null && part.labelY > top ? [part.labelY] : [],
    );
    const lastY = Math.min((top + bottom) / 2 + 21, Math.min(...beneath) - 17);
    return { spots, bracket: `M170 ${top - 3}h-5V${bottom + 8}h5`, lastY };
  });
  private readonly held = signal<{ number: number; top: number } | null>(null);

  protected gib(bytes: number): string {
    const value = bytes / GIB;
    return value.toLocaleString('en-GB', {
      minimumFractionDigits: value < 100 ? 1 : 0,
      maximumFractionDigits: value < 100 ? 1 : 0,
    });
  }

  /** Beside the column: MiB where a GiB has no tenth. */
  protected size(bytes: number): string {
    return bytes < GIB / 10 ? `${Math.round(bytes / 2 ** 20)} MiB` : this.gib(bytes);
  }

  /** `187 of 300 GiB`, or the size alone where nobody knows how full it is. */
  protected inside(part: PartShape): string {
    return part.usedBytes === null
      ? `${this.gib(part.bytes)} GiB`
      : `${this.gib(part.usedBytes)} of ${this.gib(part.bytes)} GiB`;
  }

  protected oldFree(number: number): string | null {
    const part = this.shape().left.find((one) => one.number === number);
    return part === undefined || part.usedBytes === null ? null : this.gib(part.bytes - part.usedBytes);
  }

  protected take(event: PointerEvent, part: PartShape): void {
    event.preventDefault();
    (event.target as Element).setPointerCapture(event.pointerId);
    (event.target as HTMLElement | SVGElement).focus();
    this.held.set({ number: part.number, top: part.top });
  }

  protected drag(event: PointerEvent, last: boolean): void {
    const held = this.held();
    if (!held) return;
    const svg = sure(this.host.nativeElement.querySelector('svg')).getBoundingClientRect();
    const y = ((event.clientY - svg.top) / svg.height) * (this.height() + 34);
    const bytes = Math.max(0, (y - held.top) / this.shape().pixelsPerByte);
    // Whole GiB under the hand; the field beside takes finer sizes.
    this.stretched.emit({ number: held.number, bytes: Math.round(bytes / GIB) * GIB, last });
    if (last) this.held.set(null);
  }

  protected key(event: KeyboardEvent, part: PartShape): void {
    const change = {
      ArrowDown: STEP,
      ArrowRight: STEP,
      ArrowUp: -STEP,
      ArrowLeft: -STEP,
      PageDown: LEAP,
      PageUp: -LEAP,
    }[event.key];
    if (change === undefined) return;
    event.preventDefault();
    this.stretched.emit({ number: part.number, bytes: Math.max(0, part.bytes + change), last: true });
  }
}
