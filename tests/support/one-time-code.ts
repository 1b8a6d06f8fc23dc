import { createHmac } from 'node:crypto';

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';

/** The bytes of a text in base 32. @see RFC 4648, 6 */
export function fromBase32(text: string): Buffer {
  const bits = [...text.replaceAll('=', '')]
    .map((sign) => ALPHABET.indexOf(sign).toString(2).padStart(5, '0'))
    .join('');
  return Buffer.from((bits.match(/.{8}/g) ?? []).map((byte) => parseInt(byte, 2)));
}

/**
 * The code that an authenticator app shows at a moment, written from the standard alone.
 *
 * @param at in seconds
 * @see RFC 6238, TOTP; RFC 4226, 5.3
 */
export function oneTimeCode(secret: Buffer, at: number, digits = 6, period = 30): string {
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(at / period)));
  const hash = createHmac('sha1', secret).update(counter).digest();
  const offset = (hash.at(-1) ?? 0) & 0xf;
  const number = hash.readUInt32BE(offset) & 0x7fff_ffff;
  return String(number % 10 ** digits).padStart(digits, '0');
}
