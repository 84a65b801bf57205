import { readLabelText } from './read-label.js';

describe('what stands on a label', () => {
  // Invented labels; sizes by PCI Express M.2, names of modules by JEDEC (from memory).
  it.each([
    [
      'Skerry T4 1TB M.2 2280 NVMe PCIe Gen4 x4',
      { family: 'm2', markedGb: 1000, lengthMm: 80, protocol: 'nvme', generation: 4, lanes: 4 },
    ],
    ['SSD 22110 PCIe 3.0 x2 960 GB', { family: 'm2', lengthMm: 110, generation: 3, lanes: 2, markedGb: 960 }],
    ['M.2 2242 SATA III 6Gb/s 128GB', { family: 'm2', lengthMm: 42, protocol: 'sata', generation: 3 }],
    ['mSATA 60GB', { family: 'msata', protocol: 'sata', markedGb: 60 }],
    [
      '2.5" 7mm SATA 6Gb/s SSD 0,5 TB',
      { family: '2.5-inch', heightMm: 7, protocol: 'sata', generation: 3, medium: 'flash', markedGb: 500 },
    ],
    [
      '2.5 inch 9.5 mm 5400 rpm SATA 3Gb/s 320GB',
      { family: '2.5-inch', heightMm: 9.5, medium: 'rotating', rpm: 5400, generation: 2 },
    ],
    ['3.5-inch IDE 40 GB 7200rpm', { family: '3.5-inch', protocol: 'pata', markedGb: 40 }],
  ])('%s', (text, facts) => expect(readLabelText(text)).toMatchObject(facts));

  it.each([
    ['Orrin 16GB 2Rx8 PC4-25600S', { memory: 'ddr4', gib: 16, megatransfers: 3200, ranks: 2 }],
    ['4GB 1Rx8 PC3L-12800S', { memory: 'ddr3', megatransfers: 1600, lowVoltage: true, ranks: 1 }],
    ['2GB PC3-10600', { memory: 'ddr3', megatransfers: 1333 }],
    ['8GB PC4-2400T', { memory: 'ddr4', megatransfers: 2400 }],
    ['DDR5-5600 32 GB', { memory: 'ddr5', megatransfers: 5600, gib: 32 }],
    ['DDR3L 8GB', { memory: 'ddr3', lowVoltage: true, gib: 8 }],
    ['1GB PC2-5300', { memory: 'ddr2', megatransfers: 667 }],
  ])('%s', (text, facts) => expect(readLabelText(text)).toMatchObject({ family: 'memory', ...facts }));

  it.each([
    ['Li-ion 11,4 V 4600 mAh 52.4Wh', { family: 'battery', wattHours: 52.4 }],
    ['Battery 7.6V 5000mAh', { family: 'battery', wattHours: 38 }],
    ['Wi-Fi 802.11ax 2x2 M.2 2230 key A+E', { family: 'wireless', key: 'A+E', antennas: 2 }],
    ['WLAN mini PCIe 1T1R', { family: 'wireless', key: 'mini-pcie', antennas: 1 }],
  ])('%s', (text, facts) => expect(readLabelText(text)).toEqual(facts));

  it('says nothing of what is not there', () => {
    expect(readLabelText('')).toEqual({});
    expect(readLabelText('Skerry T4, made on a Tuesday')).toEqual({});
    expect(readLabelText('NVMe')).toEqual({ family: 'm2', medium: 'flash', protocol: 'nvme' });
  });
});
