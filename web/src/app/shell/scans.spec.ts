import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { jest } from '@jest/globals';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { Scans, type Scanned } from './scans';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<input data-scan="serial" /><input data-scan="serial" /><input class="other" />',
})
class Serials {}

@Component({ changeDetection: ChangeDetectionStrategy.OnPush, template: '' })
class About {
  readonly got: Scanned[] = [];
  constructor() {
    inject(Scans).take((scanned) => {
      this.got.push(scanned);
      return scanned.code === 'mine';
    });
  }
}

const fields = () => [...document.querySelectorAll('input')].map((one) => one.value);

beforeEach(() =>
  TestBed.configureTestingModule({ providers: [provideRouter([{ path: '**', children: [] }])] }),
);
afterEach(() => document.body.replaceChildren());

describe('a code that came with no field in focus', () => {
  it('opens the job that its tag names, wherever one is', () => {
    const router = TestBed.inject(Router);
    const went = jest.spyOn(router, 'navigate');
    TestBed.inject(Scans).came('https://bench.example/j/412/old');
    expect(went).toHaveBeenCalledWith(['/j', 412]);
  });

  it('goes to what the screen is about first, and only while that is there', () => {
    const fixture = TestBed.createComponent(About);
    const scans = TestBed.inject(Scans);
    scans.came('mine');
    expect(fixture.componentInstance.got).toEqual([{ code: 'mine', driveId: null, partId: null }]);
    expect(scans.told()).toBeNull();
    fixture.destroy();
    scans.came('mine');
    expect(fixture.componentInstance.got).toHaveLength(1);
    expect(scans.told()).toContain('It fits nothing on this screen');
  });

  it('fills the first empty field that asks for a serial, and never one that is filled', () => {
    const fixture = TestBed.createComponent(Serials);
    document.body.append(fixture.nativeElement as HTMLElement);
    fixture.detectChanges();
    const scans = TestBed.inject(Scans);
    scans.came('SR6-1');
    expect(fields()).toEqual(['SR6-1', '', '']);
    // The same label once more is no second serial.
    scans.came('SR6-1');
    expect(fields()).toEqual(['SR6-1', '', '']);
    expect(scans.told()).toContain('filled in already');
    scans.came('PP3-2');
    scans.came('XX-3');
    expect(fields()).toEqual(['SR6-1', 'PP3-2', '']);
    expect(scans.told()).toContain('Scanned XX-3. The serial here is filled in already');
  });

  it('that fits nothing is shown, and nothing is done', () => {
    const scans = TestBed.inject(Scans);
    const went = jest.spyOn(TestBed.inject(Router), 'navigate');
    scans.came('ZUXN-9041');
    expect(scans.told()).toBe('Scanned ZUXN-9041. It fits nothing on this screen, so nothing was done.');
    expect(went).not.toHaveBeenCalled();
  });
});
