import { sure } from '@petrichor/core/units';
import { toString as drawCode } from 'qrcode';

export interface DoorFacts {
  /** Where this page is reached from a tablet, and where Petrichor is. */
  readonly doors: readonly string[];
  readonly apps: readonly string[];
  readonly fingerprint: string;
}

/** How the usual systems take an authority in (common practice, from memory: menus move between versions). */
const SYSTEMS: readonly { readonly name: string; readonly steps: readonly string[] }[] = [
  {
    name: 'iPadOS, iOS',
    steps: [
      'Open this page in Safari and take the certificate: it says that a profile was loaded.',
      'Settings, at the top: Profile Downloaded. Install it.',
      'Settings, General, About, Certificate Trust Settings: switch it on there, too.',
    ],
  },
  {
    name: 'Android',
    steps: [
      'Take the certificate: it is kept with the downloads.',
      'Settings, search for ‘CA certificate’, choose it, and choose the file. A screen lock is asked for.',
    ],
  },
  {
    name: 'Windows',
    steps: [
      'Take the certificate and open it: Install Certificate, for this computer.',
      'Place it in ‘Trusted Root Certification Authorities’. Start the browser again.',
    ],
  },
  {
    name: 'macOS',
    steps: [
      'Take the certificate and open it: Keychain Access takes it.',
      'Open it there: Trust, ‘Always Trust’.',
    ],
  },
  {
    name: 'Linux, ChromeOS, and Firefox everywhere',
    steps: [
      'These browsers keep a list of their own. Settings, search for ‘certificates’, Authorities: import the file, for websites.',
    ],
  },
];

/**
 * The page that a new device sees first, over plain HTTP: the certificate, how to take it in, and the way to
 * Petrichor.
 */
export async function doorPage({ doors, apps, fingerprint }: DoorFacts): Promise<string> {
  const code = await drawCode(sure(doors[0]), { type: 'svg', margin: 0, errorCorrectionLevel: 'M' });
  const link = (address: string) => `<a href="${escaped(address)}">${escaped(address)}</a>`;
  const also = (more: readonly string[]) =>
    more.length > 0 ? `<p>The same, where that does not answer: ${more.map(link).join(', ')}</p>` : '';
  const list = (items: readonly string[]) => items.map((one) => `<li>${escaped(one)}</li>`).join('');
  return `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Petrichor: a new device</title>
<style>
  body { margin: 0; background: #f2f0ea; color: #212e2e; font: 18px/1.45 system-ui, sans-serif; }
  main { max-width: 46rem; margin: 0 auto; padding: 1.5rem 1.25rem 3rem; }
  h1 { font-size: 1.9rem; line-height: 1.15; margin: 0 0 .25rem; }
  h2 { font-size: 1.25rem; margin: 2rem 0 .5rem; border-top: 2px solid #212e2e; padding-top: .75rem; }
  ol { padding-left: 1.4rem; margin: .5rem 0; }
  a.do { display: flex; min-height: 48px; align-items: center; padding: .5rem 1rem; background: #26607f; color: #fff; font-weight: 700;
    text-decoration: none; border-radius: 2px; margin: .75rem 0; }
  code { font: 1rem/1.6 ui-monospace, monospace; overflow-wrap: anywhere; }
  details { border-top: 1px solid #b9b3a4; padding: .6rem 0; }
  summary { font-weight: 700; min-height: 32px; cursor: pointer; }
  .code { width: 11rem; background: #fff; padding: .75rem; }
  .code svg { display: block; width: 100%; }
</style>
<main>
  <h1>A new device for Petrichor</h1>
  <p>This workshop vouches for its own server. A device believes that once it has the workshop’s certificate; camera and
    a screen that stays on need it.</p>
  <h2>1. Take the certificate</h2>
  <a class="do" href="/petrichor-workshop.crt">petrichor-workshop.crt</a>
  <p>Compare what your device shows of it (SHA-256) with this, and this with the screen where Petrichor was started:</p>
  <p><code>${escaped(fingerprint)}</code></p>
  <h2>2. Let the device trust it</h2>
  ${SYSTEMS.map(({ name, steps }) => `<details><summary>${escaped(name)}</summary><ol>${list(steps)}</ol></details>`).join('')}
  <p>It can vouch for any site on that device: put it on the workshop’s own devices alone, and take it off before one is sold.</p>
  <h2>3. Open Petrichor</h2>
  <a class="do" href="${escaped(sure(apps[0]))}">${escaped(sure(apps[0]))}</a>
  ${also(apps.slice(1))}
  <p>Does the browser warn? Then step 2 is not done yet. Do not go on past the warning: sign-in names and passwords are asked for there.</p>
  <h2>Another device</h2>
  <div class="code" role="img" aria-label="Code of this page’s address">${code}</div>
  <p>Scan this with its camera, or type one of: ${doors.map((door) => `<code>${escaped(door)}</code>`).join(' ')}</p>
</main>
</html>
`;
}

const ENTITIES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escaped = (text: string): string => text.replace(/[&<>"]/g, (sign) => sure(ENTITIES[sign]));
