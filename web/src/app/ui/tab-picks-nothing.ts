import { Directive, ElementRef, inject } from '@angular/core';
import { AutoComplete } from 'primeng/autocomplete';

/**
 * Tab leaves a field with suggestions as it is: PrimeNG takes the suggestion that is marked, which nobody
 * chose. Import it where one stands.
 */
@Directive({ selector: 'p-autocomplete' })
export class TabPicksNothing {
  constructor() {
    const list = inject(AutoComplete);
    inject<ElementRef<HTMLElement>>(ElementRef).nativeElement.addEventListener(
      'keydown',
      (event) => {
        if (event.key !== 'Tab') return;
        event.stopPropagation();
        list.hide();
      },
      { capture: true },
    );
  }
}
