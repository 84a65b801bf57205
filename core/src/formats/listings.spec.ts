import { readAny, readDf, readLsblk } from './index.js';

const bytes = (text: string): Uint8Array => Uint8Array.from(Buffer.from(text, 'utf8'));
const read = (document: object | string) =>
  readAny(bytes(typeof document === 'string' ? document : JSON.stringify(document)));
const refused = (reading: ReturnType<typeof readAny>) =>
  reading.ok ? 'was read' : `${reading.problem} (${reading.at})`;

describe('listings of drives and file systems', () => {
  const lsblk = {
    blockdevices: [
      { name: 'loop0', type: 'loop', size: 4096 },
      { name: 'zram0', type: 'disk', size: 4096 },
      {
        name: 'sda',
        type: 'disk',
        size: 512110190592,
        model: 'Sallow R6 ',
        serial: 'SR6-1',
        tran: 'sata',
        rota: false,
        children: [
          {
            name: 'sda1',
            type: 'part',
            size: '512M',
            fstype: 'vfat',
            fssize: '510.0M',
            fsused: '6.1M',
            fsavail: '503.9M',
            mountpoints: ['/boot/efi'],
          },
          {
            name: 'sda2',
            type: 'part',
            size: 511e9,
            fstype: 'crypto_LUKS',
            children: [
              {
                name: 'root',
                type: 'crypt',
                fstype: 'ext4',
                fssize: '500000000000',
                fsused: 334e9,
                fsavail: 140e9,
                mountpoint: '/',
              },
            ],
          },
        ],
      },
    ],
  };

  it('are read from lsblk, with what lies inside an encrypted volume in its place', () => {
    expect(read(lsblk)).toEqual({
      ok: true,
      value: {
        format: 'block-listing',
        drives: [
          {
            name: 'sda',
            model: 'Sallow R6',
            serial: 'SR6-1',
            sizeBytes: 512110190592,
            rotating: false,
            transport: 'sata',
            volumes: [
              {
                name: 'sda1',
                sizeBytes: 534773760,
                usedBytes: 6396314,
                freeBytes: 528377446,
                fileSystem: 'vfat',
                label: null,
                mountedAt: '/boot/efi',
              },
              {
                name: 'root',
                sizeBytes: 500000000000,
                usedBytes: 334e9,
                freeBytes: 140e9,
                fileSystem: 'ext4',
                label: null,
                mountedAt: '/',
              },
            ],
          },
        ],
      },
    });
  });

  it('without a drive are refused', () =>
    expect(refused(readLsblk('{"blockdevices":[]}'))).toContain('lists no drive'));

  it('are read from findmnt and from df alike', () => {
    const findmnt = {
      filesystems: [
        {
          target: '/',
          source: '/dev/sda2',
          fstype: 'ext4',
          size: 1024000,
          used: 512000,
          avail: 409600,
          children: [{ target: '/proc', source: 'proc' }],
        },
      ],
    };
    const df =
      'Filesystem     1024-blocks  Used Available Capacity Mounted on\n/dev/sda2             1000   500       400      56% /\ntmpfs 5 0 5 0% /run\n';
    const volumes = (reading: ReturnType<typeof readAny>) =>
      reading.ok ? (reading.value as { drives: { volumes: object[] }[] }).drives[0]!.volumes : reading;
    expect(volumes(read(findmnt))).toMatchObject([
      { name: '/dev/sda2', sizeBytes: 1024000, freeBytes: 409600, mountedAt: '/' },
    ]);
    expect(volumes(read(df))).toMatchObject([
      { name: '/dev/sda2', sizeBytes: 1024000, freeBytes: 409600, mountedAt: '/' },
    ]);
  });

  it('of df with a broken line are refused with the line', () =>
    expect(readDf('Filesystem 1K-blocks Used Available Use% Mounted on\n/dev/sda2 1000 500\n')).toMatchObject(
      { ok: false, at: 'line 2' },
    ));
});
