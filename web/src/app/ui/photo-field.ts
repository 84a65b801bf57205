import { ChangeDetectionStrategy, Component, inject, input, model, signal } from '@angular/core';
import { PhotoKeeper } from '../state/photos/photo-keeper';
import { Photo } from './photo';

const MOST = 8;

/** Photos of a note: from the camera of a tablet or phone, or from files. */
@Component({
  selector: 'p-photo-field',
  imports: [Photo],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="photos">
      @for (hash of hashes(); track hash) {
        <figure>
          <p-photo [hash]="hash" [words]="'Photo ' + ($index + 1)" />
          <button class="link" type="button" (click)="remove(hash)">Leave out photo {{ $index + 1 }}</button>
        </figure>
      }
      @if (hashes().length < most) {
        <label class="tgt"
          >{{ busy() ? 'Taking it in …' : 'Photo' }}
          <input
            class="visually-hidden"
            type="file"
            accept="image/*"
            capture="environment"
            [id]="inputId()"
            [disabled]="busy()"
            (change)="take($event)"
          />
        </label>
        <label class="link"
          >From files
          <input
            class="visually-hidden"
            type="file"
            accept="image/*"
            multiple
            [disabled]="busy()"
            (change)="take($event)"
        /></label>
      }
    </div>
    <p class="fault" role="alert">{{ fault() || (keeper.refused() ?? '') }}</p>
    <p class="hint">
      Place and time of the picture are left behind.
      {{ keeper.waiting() > 0 ? keeper.waiting() + ' still to send.' : '' }}
    </p>
  `,
  styles: `
    .photos {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: center;
    }
    figure {
      display: grid;
      gap: 4px;
      margin: 0;
    }
    label:focus-within {
      outline: 3px solid var(--rain);
      outline-offset: 2px;
    }
  `,
})
export class PhotoField {
  readonly inputId = input.required<string>();
  readonly hashes = model<readonly string[]>([]);
  protected readonly keeper = inject(PhotoKeeper);
  protected readonly busy = signal(false);
  protected readonly fault = signal('');
  protected readonly most = MOST;

  protected async take(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const files = [...(field.files ?? [])];
    field.value = '';
    this.busy.set(true);
    this.fault.set('');
    for (const file of files) {
      const taken = await this.keeper.take(file);
      if ('problem' in taken) this.fault.set(taken.problem);
      else if (this.hashes().length >= MOST) this.fault.set('Eight photos on one note are the most.');
      else if (!this.hashes().includes(taken.hash)) this.hashes.set([...this.hashes(), taken.hash]);
    }
    this.busy.set(false);
  }

  protected remove(hash: string): void {
    this.hashes.set(this.hashes().filter((one) => one !== hash));
  }
}
