import { Decimal } from 'decimal.js';
import fc from 'fast-check';
import { readMoney, sayMoney, shareOf, toStep } from '../units/index.js';
import { billOf, BillSchema, depositOf, labourMinor, taxesOf, type BillLine } from './index.js';

const line = (netMinor: number): BillLine => ({ kind: 'other', say: 'x', quantity: 1, netMinor });
/** Half away from zero, as the rule says, by a decimal library. */
const rounded = (value: Decimal): number => value.toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber();

describe('money', () => {
  it('rounds a share half away from zero, as a decimal library does', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.integer({ min: 0, max: 20_000 }),
        fc.integer({ min: 1, max: 20_000 }),
        (amount, part, whole) => {
          expect(shareOf(amount, part, whole)).toBe(rounded(new Decimal(amount).times(part).div(whole)) + 0);
        },
      ),
    );
    expect([shareOf(25, 1, 10), shareOf(-25, 1, 10), shareOf(24, 1, 10)]).toEqual([3, -3, 2]);
  });

  it('is exact where a double is not', () =>
    expect(shareOf(90_071_992_547_409, 9_999, 10_000)).toBe(90_062_985_348_154));

  it.each([
    ['12', 1200],
    ['12.5', 1250],
    ['12,05', 1205],
    ['1 204.10', 120_410],
    ['-3.20', -320],
    ['12.345', null],
    ['twelve', null],
    ['', null],
  ])('reads %j as typed', (typed, minor) => expect(readMoney(typed)).toBe(minor));

  it('is said as it is read', () =>
    fc.assert(
      fc.property(fc.integer({ min: -1e8, max: 1e8 }), (minor) =>
        expect(readMoney(sayMoney(minor))).toBe(minor + 0),
      ),
    ));
});

describe('a bill', () => {
  // Worked by hand: 89.00 + 4.35 + 47 min at 48.00 (37.60) = 130.95; tax 20 % = 26.19; 157.14, to five:
  // 157.15.
  it('adds up to a worked example', () => {
    const labour = labourMinor(47, 4800);
    expect(labour).toBe(3760);
    expect(
      billOf([line(8900), line(435), line(labour)], { taxBasisPoints: 2000, coinMinor: 5 }),
    ).toMatchObject({
      netMinor: 13_095,
      taxMinor: 2619,
      roundingMinor: 1,
      totalMinor: 15_715,
    });
  });

  it('is the same sum by a decimal library, whatever lines, tax and coin', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -200_000, max: 200_000 }), { maxLength: 12 }),
        fc.integer({ min: 0, max: 10_000 }),
        fc.constantFrom(1, 5, 10, 50, 100),
        (amounts, taxBasisPoints, coin) => {
          const bill = billOf(amounts.map(line), { taxBasisPoints, coinMinor: coin });
          const net = amounts.reduce((sum, one) => sum.plus(one), new Decimal(0));
          const tax = rounded(net.times(taxBasisPoints).div(10_000));
          const total = rounded(net.plus(tax).div(coin)) * coin;
          expect([bill.netMinor, bill.taxMinor, bill.totalMinor]).toEqual([
            net.toNumber() + 0,
            tax + 0,
            total + 0,
          ]);
          expect(bill.netMinor + bill.taxMinor + bill.roundingMinor).toBe(bill.totalMinor);
          expect(Math.abs(bill.roundingMinor)).toBeLessThanOrEqual(coin / 2);
        },
      ),
    );
  });

  // Worked by hand: goods 100.00 at 20 % = 20.00; work 40.00 at 8.25 % = 3.30.
  it('taxes work at a rate of its own, each rate on its own sum', () => {
    const work = { ...line(4000), kind: 'labour' as const };
    const rates = { taxBasisPoints: 2000, labourTaxBasisPoints: 825, coinMinor: 1 } as const;
    const bill = billOf([line(10_000), work], rates);
    expect(bill.taxes).toEqual([
      { basisPoints: 2000, netMinor: 10_000, taxMinor: 2000 },
      { basisPoints: 825, netMinor: 4000, taxMinor: 330 },
    ]);
    expect(bill.totalMinor).toBe(16_330);
    // Nothing of a rate, no line of it.
    expect(billOf([line(10_000)], rates).taxes).toHaveLength(1);
    // A rate of nothing is a rate.
    expect(billOf([work], { ...rates, labourTaxBasisPoints: 0 }).totalMinor).toBe(4000);
  });

  it('of before there was more than one rate has that one', () => {
    const { taxes: _, ...old } = billOf([line(10_000)], { taxBasisPoints: 2000, coinMinor: 1 });
    expect(taxesOf(BillSchema.parse(old))).toEqual([{ basisPoints: 2000, netMinor: 10_000, taxMinor: 2000 }]);
  });

  it('does not depend on the order of its lines', () => {
    const rates = { taxBasisPoints: 825, coinMinor: 1 } as const;
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 99_999 })), (amounts) =>
        expect(billOf(amounts.map(line), rates).totalMinor).toBe(
          billOf([...amounts].reverse().map(line), rates).totalMinor,
        ),
      ),
    );
  });

  it('bills whole minutes and asks for whole coins first', () => {
    expect(labourMinor(30.2, 6000)).toBe(3100);
    expect(depositOf(15_715, { depositPercent: 30, coinMinor: 5 })).toBe(4715);
    expect(toStep(-12, 5)).toBe(-10);
  });
});
