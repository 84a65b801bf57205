import { sure } from '@petrichor/core/units';
import { toString as drawCode } from 'qrcode';
import { Fault, say } from '../../fault.js';
import { lanCertificate } from './authority.js';
import { openDoor, type LanPorts } from './door.js';
import { ownNames } from './names.js';

const DAY_MS = 86_400_000;

/** What the server needs to be reached from the shop's network, and how that ends. */
export interface Lan {
  readonly environment: NodeJS.ProcessEnv;
  stop(): Promise<void>;
}

/**
 * Makes Petrichor reachable on the shop's network: certificates in `folder`, a page for new devices. An
 * address that changes while it runs, and a certificate that comes near its end, are looked after once a day.
 */
export async function openLan(folder: string, ports: LanPorts): Promise<Lan> {
  const { addresses, names } = ownNames();
  const more = list(process.env['PETRICHOR_HOSTS']);
  if (addresses.length + more.length === 0)
    throw new Fault(
      'This machine has no address on a network. Connect it, or start Petrichor without --lan.',
    );
  // Named ones first, then addresses: a name of its own needs something on the network that answers for it.
  const hosts = [...more, ...addresses, ...names];
  const certificate = await lanCertificate(folder, [...hosts, 'localhost', '127.0.0.1']);
  const door = await openDoor(certificate, hosts, ports);
  say(await drawCode(`http://${sure(hosts[0])}:${ports.door}/`, { type: 'utf8', margin: 2 }));
  const renew = setInterval(() => {
    const now = ownNames();
    lanCertificate(folder, [...more, ...now.addresses, ...now.names, 'localhost', '127.0.0.1']).catch(
      (error: unknown) =>
        say(`The certificate for the shop’s network could not be renewed: ${(error as Error).message}`),
    );
  }, DAY_MS);
  renew.unref();
  return {
    environment: {
      PETRICHOR_TLS_CERT: certificate.certFile,
      PETRICHOR_TLS_KEY: certificate.keyFile,
      PETRICHOR_TLS_PORT: String(ports.tls),
    },
    stop: () => {
      clearInterval(renew);
      return door.stop();
    },
  };
}

const list = (text = ''): string[] => text.split(',').flatMap((one) => one.trim().toLowerCase() || []);
