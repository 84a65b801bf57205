import { sure } from '@petrichor/core/units';
import {
  BasicConstraintsExtension,
  cryptoProvider,
  ExtendedKeyUsage,
  ExtendedKeyUsageExtension,
  KeyUsageFlags,
  KeyUsagesExtension,
  PemConverter,
  SubjectAlternativeNameExtension,
  SubjectKeyIdentifierExtension,
  X509Certificate,
  X509CertificateGenerator,
} from '@peculiar/x509';
import { randomBytes, webcrypto } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { join } from 'node:path';

const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };
const DAY_MS = 86_400_000;
const AUTHORITY_DAYS = 3650;
/** The longest that browsers take a server's certificate for (398 days), less one for clocks that differ. */
const SERVER_DAYS = 397;
const RENEW_DAYS = 60;

/** What a server needs for HTTPS on the shop's network, and what a tablet needs to trust it. */
export interface LanCertificate {
  readonly certFile: string;
  readonly keyFile: string;
  /** The authority's certificate, DER: what a tablet installs. */
  readonly authority: Buffer;
  /** SHA-256 of it, in pairs of digits: what one compares on both screens. */
  readonly fingerprint: string;
}

/**
 * Makes sure of a local authority (made once, in `folder`) and of a server's certificate from it for these
 * names; a certificate that soon ends or lacks a name is made anew. The keys are files of their owner's
 * alone.
 */
export async function lanCertificate(
  folder: string,
  names: readonly string[],
  now = new Date(),
): Promise<LanCertificate> {
  cryptoProvider.set(webcrypto as unknown as Crypto);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const authority = await makeSureOfAuthority(folder, now);
  const [certFile, keyFile] = [join(folder, 'server.crt'), join(folder, 'server.key')];
  if (!serves(certFile, keyFile, authority.certificate, names, now))
    await issue(authority, names, certFile, keyFile, now);
  const der = Buffer.from(authority.certificate.rawData);
  const digest = Buffer.from(await authority.certificate.getThumbprint('SHA-256'));
  return {
    certFile,
    keyFile,
    authority: der,
    fingerprint: sure(digest.toString('hex').toUpperCase().match(/../g)).join(' '),
  };
}

interface Authority {
  readonly certificate: X509Certificate;
  readonly key: CryptoKey;
}

async function makeSureOfAuthority(folder: string, now: Date): Promise<Authority> {
  const [certFile, keyFile] = [join(folder, 'authority.crt'), join(folder, 'authority.key')];
  if (existsSync(certFile) && existsSync(keyFile)) {
    const certificate = new X509Certificate(readFileSync(certFile, 'utf8'));
    const pkcs8 = PemConverter.decodeFirst(readFileSync(keyFile, 'utf8'));
    return { certificate, key: await webcrypto.subtle.importKey('pkcs8', pkcs8, ALGORITHM, false, ['sign']) };
  }
  const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
  const certificate = await X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    // Two workshops' authorities on one tablet have to be told apart.
    name: `CN=Petrichor of this workshop ${randomBytes(3).toString('hex')}`,
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(now.getTime() + AUTHORITY_DAYS * DAY_MS),
    signingAlgorithm: ALGORITHM,
    keys,
    extensions: [
      // It vouches for servers alone, for no further authority.
      new BasicConstraintsExtension(true, 0, true),
      new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  keep(keyFile, await pemOf(keys.privateKey));
  keep(certFile, certificate.toString('pem'));
  return { certificate, key: keys.privateKey };
}

async function issue(
  authority: Authority,
  names: readonly string[],
  certFile: string,
  keyFile: string,
  now: Date,
): Promise<void> {
  const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
  const certificate = await X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: `CN=${sure(names[0])}`,
    issuer: authority.certificate.subject,
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(now.getTime() + SERVER_DAYS * DAY_MS),
    signingAlgorithm: ALGORITHM,
    publicKey: keys.publicKey,
    signingKey: authority.key,
    extensions: [
      new BasicConstraintsExtension(false, undefined, true),
      new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
      new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
      new SubjectAlternativeNameExtension(
        names.map((value) => ({ type: isIP(value) ? ('ip' as const) : ('dns' as const), value })),
      ),
    ],
  });
  keep(keyFile, await pemOf(keys.privateKey));
  keep(certFile, certificate.toString('pem'));
}

/**
 * Whether the certificate that lies there is this authority's, for all these names, and good for a while yet.
 */
function serves(
  certFile: string,
  keyFile: string,
  authority: X509Certificate,
  names: readonly string[],
  now: Date,
): boolean {
  if (!existsSync(certFile) || !existsSync(keyFile)) return false;
  const certificate = new X509Certificate(readFileSync(certFile, 'utf8'));
  const named = certificate.getExtension(SubjectAlternativeNameExtension)?.names.toJSON() ?? [];
  return (
    certificate.issuer === authority.subject &&
    certificate.notAfter.getTime() - now.getTime() > RENEW_DAYS * DAY_MS &&
    names.every((name) => named.some(({ value }) => value === name))
  );
}

const serial = (): string => `0${randomBytes(15).toString('hex')}`;

const pemOf = async (key: CryptoKey): Promise<string> =>
  PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY');

/** Moved into its place when whole, so that a server that reads meanwhile never sees half of it. */
function keep(file: string, text: string): void {
  writeFileSync(`${file}.making`, text, { mode: 0o600 });
  renameSync(`${file}.making`, file);
}
