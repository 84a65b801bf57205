import { hostname, networkInterfaces } from 'node:os';

/**
 * How this machine is called on the shop's network: its addresses, its name, and its name as multicast DNS
 * has it.
 */
export function ownNames(): { readonly addresses: string[]; readonly names: string[] } {
  const all = Object.values(networkInterfaces()).flatMap((cards) => cards ?? []);
  const addresses = all
    .filter(({ internal, family }) => !internal && family === 'IPv4')
    .map(({ address }) => address);
  const own = hostname().toLowerCase();
  const names = /^[a-z0-9-]+$/.test(own) ? [own, `${own}.local`] : [];
  return { addresses: [...new Set(addresses)].sort(), names };
}
