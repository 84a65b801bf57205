import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { finishedOf, type Finished } from '@petrichor/core/ledger';
import { jobAt, payAndHandOver } from '../../../../core/src/testing/walks';
import { Chart } from '../ui/chart';
import { FiguresScreen } from './figures';

/** jsdom draws no charts: what one would be told is looked at. */
@Component({
  selector: 'p-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '{{ words() }}',
})
class SaidChart {
  readonly series = input<unknown>();
  readonly labels = input<unknown>();
  readonly words = input('');
  readonly unit = input('');
  readonly most = input<number | null>(null);
}

const done = finishedOf(
  payAndHandOver(
    jobAt('hand-over').must({ type: 'settle-old-drive', fate: 'returned', until: null, note: '' }),
  ).job,
)!;

let fixture: ComponentFixture<FiguresScreen>;
const rest = () => new Promise((go) => setTimeout(go, 20));
const text = (): string => (fixture.nativeElement as HTMLElement).textContent.replace(/\s+/g, ' ');
async function shown(finished: readonly Finished[], more = false): Promise<void> {
  TestBed.configureTestingModule({
    providers: [provideRouter([]), provideHttpClient(), provideHttpClientTesting()],
  });
  TestBed.overrideComponent(FiguresScreen, { remove: { imports: [Chart] }, add: { imports: [SaidChart] } });
  fixture = TestBed.createComponent(FiguresScreen);
  fixture.detectChanges();
  await rest();
  TestBed.inject(HttpTestingController)
    .expectOne((request) => request.url.startsWith('/api/ledger/figures?'))
    .flush({ finished, more });
  await rest();
  fixture.detectChanges();
}

describe('the figures', () => {
  it('add up what was handed over, and say how many are behind them', async () => {
    const late = { ...done, closedAt: '2026-04-20T08:00:00.000Z', cameBack: true };
    await shown([done, done, late]);
    expect(text()).toContain('3 jobs handed over');
    expect(text()).toContain('67 % by the first promise');
    expect(text()).toContain('33 % came back (1)');
    expect(text()).toContain('not explained in this time: 1');
    expect(text()).toContain('Median turn-round by week.');
    expect(text()).toContain('Tarnwell Fen 14');
  });

  it('say so where there is nothing, and where not all is counted', async () => {
    await shown([]);
    expect(text()).toContain('Nothing was handed over in this time.');
    TestBed.resetTestingModule();
    await shown([done], true);
    expect(text()).toContain('Only the last 5,000 are counted');
    expect(text()).toContain('None in this time.');
  });
});
