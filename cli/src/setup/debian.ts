import { existsSync } from 'node:fs';
import { Fault, say } from '../fault.js';
import { run } from '../run.js';

/** Keeps Debian's own package from making and starting a cluster that nobody asked for. */
const NO_MAIN_CLUSTER =
  "mkdir -p /etc/postgresql-common/createcluster.d && echo 'create_main_cluster = false' > /etc/postgresql-common/createcluster.d/no-main.conf";

/** Debian packages by name. `proof` is what is there once they are. */
export const PACKAGES = {
  postgresql: {
    name: 'postgresql-15',
    proof: ['/usr/lib/postgresql/15/bin/postgres'],
    say: 'PostgreSQL',
    before: NO_MAIN_CLUSTER,
  },
  chromium: {
    name: 'chromium-headless-shell',
    proof: ['/usr/bin/chromium-headless-shell'],
    say: 'Chromium without a window',
    before: null,
  },
  /** Only tests and figures want them: what Petrichor reads and writes is held against them. */
  'disk-tools': {
    name: 'fdisk gdisk parted gddrescue fio poppler-utils',
    proof: [
      '/usr/sbin/sfdisk',
      '/usr/sbin/sgdisk',
      '/usr/sbin/parted',
      '/usr/bin/ddrescuelog',
      '/usr/bin/fio',
      '/usr/bin/pdftotext',
    ],
    say: 'Reference programs for tables, rescue maps, speed and PDF',
    before: null,
  },
} as const;

/** Installs the package unless it is there: as root, or through sudo; else says exactly what to install. */
export async function ensurePackage(which: keyof typeof PACKAGES): Promise<void> {
  const { name, proof, say: called, before } = PACKAGES[which];
  const there = () => proof.every((file) => existsSync(file));
  if (there()) return;
  const byHand = `${called} is missing. Install it with: sudo apt-get install ${name}`;
  if (!existsSync('/usr/bin/apt-get'))
    throw new Fault(
      `${called} is missing, and this is not a Debian machine. Install ${called}${which === 'postgresql' ? ' 15, or set DATABASE_URL to a server' : ''} and try again.`,
    );
  const asRoot = process.getuid?.() === 0;
  if (!asRoot && (await run('sudo', ['-n', 'true']).catch(() => ({ code: 1 }))).code !== 0) {
    throw new Fault(
      `${byHand}${which === 'postgresql' ? '  (or set DATABASE_URL to a server)' : ''}. It cannot be done from here: this account has no sudo without a password.`,
    );
  }
  say(`Installing ${called} from Debian's packages ...`);
  const script = `${before ? `${before} && ` : ''}apt-get update -q && DEBIAN_FRONTEND=noninteractive apt-get install -yq --no-install-recommends ${name}`;
  const { code, output } = asRoot
    ? await run('sh', ['-c', script])
    : await run('sudo', ['-n', 'sh', '-c', script]);
  if (code === 0 && there()) return;
  if (/No space left|not have enough free space/i.test(output))
    throw new Fault(`The disk is full: ${called} could not be installed. Free some space and try again.`);
  throw new Fault(
    `${called} could not be installed: ${lastLine(output)}. Check the network, or install ${name} by hand and try again.`,
  );
}

const lastLine = (output: string): string =>
  output.trim().split('\n').at(-1)?.replace(/\.$/, '') ?? 'no reason given';
