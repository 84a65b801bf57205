import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideStore } from '@ngrx/store';
import { USUAL_PRICING } from '@petrichor/core/quote';
import { knowledgeReducer } from '../state/knowledge/knowledge.reducer';
import { PricingForm } from './pricing-form';

let fixture: ComponentFixture<PricingForm>;
let http: HttpTestingController;
const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
const type = async (id: string, text: string) => {
  const field = element().querySelector<HTMLInputElement>(`#${id}`)!;
  field.value = text;
  field.dispatchEvent(new Event('input'));
  await fixture.whenStable();
};

async function form(lead: boolean): Promise<void> {
  TestBed.configureTestingModule({
    providers: [
      provideStore({ knowledge: knowledgeReducer }),
      provideHttpClient(),
      provideHttpClientTesting(),
    ],
  });
  http = TestBed.inject(HttpTestingController);
  fixture = TestBed.createComponent(PricingForm);
  fixture.componentRef.setInput('pricing', USUAL_PRICING);
  fixture.componentRef.setInput('lead', lead);
  await fixture.whenStable();
}

describe('what a workshop charges', () => {
  it('is a lead’s to set, in whole minor units', async () => {
    await form(true);
    await type('price-hour', '64,5');
    await type('price-tax', '7.7');
    element().querySelector('button')!.click();
    const { request } = http.expectOne('/api/pricing');
    expect(request.body).toMatchObject({ hourMinor: 6450, taxBasisPoints: 770 });
  });

  it('is not sent where it cannot be right', async () => {
    await form(true);
    await type('price-offerDays', '4000');
    element().querySelector('button')!.click();
    await fixture.whenStable();
    http.expectNone('/api/pricing');
    expect(element().querySelector('#price-offerDays-fault')!.textContent).toBe('At most 365.');
  });

  it('is only read by others', async () => {
    await form(false);
    expect(element().querySelector('button')).toBeNull();
    expect(element().textContent).toContain('A lead changes this.');
  });
});
