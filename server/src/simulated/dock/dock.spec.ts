import { lsblkOf, readRescueMap, sfdiskJsonOf, summaryOf } from '@petrichor/core/formats';
import { SimulatedDock } from './dock.js';
import { SimulatedDriveSchema, type SimulatedDrive } from './drive.js';

const drive = (id: string, own: object = {}): SimulatedDrive =>
  SimulatedDriveSchema.parse({
    id,
    model: `Corrie ${id}`,
    serial: id.toUpperCase(),
    firmware: '1',
    protocol: 'ata',
    capacityBytes: 100e9,
    rotationRpm: 0,
    rate: { first: 1e8, last: 1e8 },
    badAreas: [],
    temperatureC: 30,
    powerOnHours: 1,
    assessment: 'passed',
    attributes: {},
    growing: [],
    nvme: null,
    testFailsAt: null,
    silent: false,
    inBay: null,
    ...own,
  });

/** 100 GB at 100 MB/s: a thousand seconds, here in ten. */
function bench(own: object = {}) {
  const clock = { ms: 0 };
  const dock = new SimulatedDock(
    [drive('old', { inBay: 'A', ...own }), drive('new', { inBay: 'B' })],
    100,
    () => clock.ms,
  );
  return {
    dock,
    clock,
    clone: (fromByte = 0) => dock.start('A', { kind: 'clone', targetBay: 'B', fromByte }),
  };
}

describe('the simulated dock', () => {
  it('pauses a run and lets it go on where it was', () => {
    const { dock, clock, clone } = bench();
    const { runId } = clone();
    clock.ms = 4000;
    expect(dock.pause(runId)).toMatchObject({ state: 'paused', doneBytes: 40e9, secondsLeft: null });
    clock.ms = 60_000;
    expect(dock.run(runId)).toMatchObject({ state: 'paused', doneBytes: 40e9 });
    expect(() => dock.start('A', { kind: 'surface-read', targetBay: null })).toThrow('busy');
    dock.resume(runId);
    clock.ms = 62_000;
    expect(dock.run(runId)).toMatchObject({
      state: 'running',
      doneBytes: 60e9,
      history: expect.arrayContaining([[400, 40e9]]) as unknown,
    });
    expect(() => dock.resume(runId)).toThrow('not paused');
    clock.ms = 66_001;
    expect(dock.run(runId).state).toBe('done');
  });

  it('a source that drops out ends the run, comes back once it is put in again, and the copy goes on from there', () => {
    const { dock, clock, clone } = bench({ dropsOut: { atByte: 30e9, comesBack: true } });
    const { runId } = clone();
    clock.ms = 20_000;
    expect(dock.run(runId)).toMatchObject({ state: 'drive-gone', doneBytes: 30e9 });
    expect(dock.dock().bays[0]).toMatchObject({ drive: null, silent: true });
    expect(() => clone(30e9)).toThrow('does not answer');
    dock.put('A', null);
    dock.put('A', 'old');
    const again = clone(30e9);
    expect(again).toMatchObject({ state: 'running', fromByte: 30e9, doneBytes: 30e9 });
    clock.ms = 40_000;
    expect(dock.run(again.runId)).toMatchObject({ state: 'done', doneBytes: 100e9 });
  });

  it('a source that dies stays dead, whatever is done', () => {
    const { dock, clock, clone } = bench({ dropsOut: { atByte: 30e9, comesBack: false } });
    clone();
    clock.ms = 20_000;
    dock.put('A', null);
    dock.put('A', 'old');
    expect(() => clone(30e9)).toThrow('does not answer');
  });

  it('writes the map of a copy as ddrescue would', () => {
    const { dock, clock } = bench({ badAreas: [{ startByte: 20e9, lengthBytes: 4096, kind: 'unreadable' }] });
    const { runId } = dock.start('A', { kind: 'rescue', targetBay: 'B' });
    clock.ms = 5450;
    const read = readRescueMap(new TextEncoder().encode(dock.map(runId)));
    if (!read.ok) throw new Error(read.problem);
    const sum = summaryOf(read.value);
    expect(sum).toMatchObject({ domainBytes: 100e9, badBytes: 4096, badAreas: 1, status: 'copying' });
    expect(sum.rescuedBytes + sum.badBytes).toBe(dock.run(runId).doneBytes);
    expect(() => dock.map(dock.start('B', { kind: 'short-test', targetBay: null }).runId)).toThrow();
  });

  it('copies onto a smaller drive as far as it is asked to, and no further than that holds', () => {
    const clock = { ms: 0 };
    const dock = new SimulatedDock(
      [drive('old', { inBay: 'A' }), drive('small', { inBay: 'B', capacityBytes: 60e9 })],
      100,
      () => clock.ms,
    );
    expect(() => dock.start('A', { kind: 'clone', targetBay: 'B' })).toThrow(
      '40 GB smaller than what is to be copied',
    );
    expect(() => dock.start('A', { kind: 'clone', targetBay: 'B', toByte: 61e9 })).toThrow('1 GB smaller');
    const { runId } = dock.start('A', { kind: 'clone', targetBay: 'B', toByte: 55e9 });
    clock.ms = 6000;
    expect(dock.run(runId)).toMatchObject({ state: 'done', doneBytes: 55e9, totalBytes: 55e9 });
  });

  it('tells the partitions of a drive as sfdisk and lsblk do', () => {
    const partition = {
      number: 1,
      startSector: 2048,
      sectors: 4096,
      type: '07',
      name: 'Data',
      bootable: true,
      uuid: null,
      attributes: '',
      fileSystem: 'ntfs',
      usedBytes: 1000,
    };
    const { dock } = bench({ layout: { table: 'mbr', diskId: '0x00000001', partitions: [partition] } });
    const { table, listing } = dock.table('A');
    expect(sfdiskJsonOf(JSON.parse(table))).toMatchObject({
      ok: true,
      value: { table: 'mbr', partitions: [{ startSector: 2048, sectors: 4096, kind: 'data' }] },
    });
    expect(lsblkOf(JSON.parse(listing!))).toMatchObject({
      ok: true,
      value: { drives: [{ volumes: [{ usedBytes: 1000, fileSystem: 'ntfs' }] }] },
    });
    expect(() => dock.table('B')).toThrow('No partition table');
  });
});
