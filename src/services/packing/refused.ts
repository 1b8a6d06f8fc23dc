/** A file that can't be opened; the message says why. */
export class Unopenable extends Error {
  override readonly name = 'Unopenable';
}
