import { ChangeDetectionStrategy, Component, effect, inject, input, signal } from '@angular/core';
import { PhotoKeeper } from '../state/photos/photo-keeper';

/** A photo by its hash; pressed, it opens whole in a tab of its own. */
@Component({
  selector: 'p-photo',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (address(); as at) {
      <a [href]="at" target="_blank" rel="noopener"
        ><img [src]="at" [alt]="words()" loading="lazy" (error)="gone.set(true)" [class.gone]="gone()"
      /></a>
    }
    @if (gone()) {
      <span class="mu">{{ words() }}: not here yet; it may still be on the tablet that took it.</span>
    }
  `,
  styles: `
    img {
      display: block;
      width: 100%;
      max-width: 160px;
      max-height: 120px;
      object-fit: cover;
      border: 1px solid var(--line-strong);
    }
    .gone {
      display: none;
    }
  `,
})
export class Photo {
  readonly hash = input.required<string>();
  readonly words = input('Photo');
  private readonly keeper = inject(PhotoKeeper);
  protected readonly address = signal<string | null>(null);
  protected readonly gone = signal(false);

  constructor() {
    effect((onCleanup) => {
      let made: string | null = null;
      this.gone.set(false);
      void this.keeper.address(this.hash()).then((address) => {
        made = address;
        this.address.set(address);
      });
      onCleanup(() => {
        if (made?.startsWith('blob:')) URL.revokeObjectURL(made);
      });
    });
  }
}
