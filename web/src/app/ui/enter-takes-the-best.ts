import { Directive, ElementRef, inject, input } from '@angular/core';
import { AutoComplete } from 'primeng/autocomplete';

/**
 * Enter takes the best match of what is typed, whether its list is drawn yet or not; once arrows have gone
 * through the list, it takes the one they stand on. PrimeNG marks a place in its list a moment after it is
 * drawn: quick hands would take nothing, or one of the list before.
 */
@Directive({ selector: 'p-autocomplete[takeBest]' })
export class EnterTakesTheBest {
  /** Takes the best match of the text that stands in the field; false: there is none. */
  readonly takeBest = input.required<() => boolean>();

  constructor() {
    const list = inject(AutoComplete);
    let chosen = false;
    inject<ElementRef<HTMLElement>>(ElementRef).nativeElement.addEventListener(
      'keydown',
      (event) => {
        if (event.key === 'Enter' && !chosen && this.takeBest()()) {
          event.stopPropagation();
          event.preventDefault();
          // Its list for what was typed last may still be on its way.
          clearTimeout(list.searchTimeout as number | undefined);
          list.hide();
        }
        chosen = event.key === 'ArrowDown' || event.key === 'ArrowUp' || (chosen && event.key === 'Shift');
      },
      { capture: true },
    );
  }
}
