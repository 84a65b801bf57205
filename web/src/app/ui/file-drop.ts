import { ChangeDetectionStrategy, Component, input, signal } from '@angular/core';
import { TextField } from './field/text-field';

/** Files and text that somebody handed over, in the order they came. */
export type HandedOver = readonly (File | string)[];

/** What a drag or a paste brings: files, else text. */
export function handedBy(data: DataTransfer | null): HandedOver {
  const files = [...(data?.files ?? [])];
  const text = data?.getData('text/plain') ?? '';
  return files.length > 0 ? files : text.trim() === '' ? [] : [text];
}

/** Whether what is dragged goes out of the place that listens, and not merely onto something within. */
export const leaves = ({ currentTarget, relatedTarget }: DragEvent): boolean =>
  !(currentTarget instanceof Node && relatedTarget instanceof Node && currentTarget.contains(relatedTarget));

/**
 * A place that takes any file, several at once, or text: chosen, dragged, or pasted. What becomes of them is
 * not its business.
 */
@Component({
  selector: 'p-file-drop',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="drop"
      [class.over]="over()"
      (dragover)="drag($event, true)"
      (dragleave)="drag($event, false)"
      (drop)="drop($event)"
    >
      <ng-content select="[before]" />
      <label class="tgt"
        >{{ button()
        }}<input
          class="visually-hidden"
          type="file"
          multiple
          [attr.aria-label]="label()"
          (change)="choose($event)"
      /></label>
      <span class="mu small"><ng-content /></span>
    </div>
    @if (pastes()) {
      <p-text-field label="or paste its text" mono rows="2" [fieldId]="fieldId()" [(value)]="pasted" />
      <div>
        <button class="tgt" type="button" [disabled]="pasted().trim() === ''" (click)="handPasted()">
          Read the pasted text
        </button>
      </div>
    }
    <div [id]="fieldId() + '-outcome'"><ng-content select="[outcome]" /></div>
  `,
  styleUrl: './file-drop.css',
})
export class FileDrop {
  /** What is asked for here, as a screen reader says it. */
  readonly label = input.required<string>();
  readonly button = input('Choose a file');
  readonly pastes = input(false);
  /** Of the field that text is pasted into. */
  readonly fieldId = input('pasted');
  /**
   * Takes what is handed over; false where something of it is not taken. What was pasted stays until it is.
   */
  readonly take = input.required<(handed: HandedOver) => Promise<boolean>>();
  protected readonly over = signal(false);
  protected readonly pasted = signal('');

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    this.hand(handedBy(event.dataTransfer));
  }

  protected drag(event: DragEvent, over: boolean): void {
    event.preventDefault();
    if (over || leaves(event)) this.over.set(over);
  }

  protected choose(event: Event): void {
    const field = event.target as HTMLInputElement;
    const files = [...(field.files ?? [])];
    field.value = '';
    this.hand(files);
  }

  protected handPasted(): void {
    const text = this.pasted();
    void this.take()([text]).then((taken) => taken && this.pasted() === text && this.pasted.set(''));
  }

  private hand(handed: HandedOver): void {
    if (handed.length > 0) void this.take()(handed);
  }
}
