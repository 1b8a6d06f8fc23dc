import { cookies } from 'next/headers';

const NAME = 'oak-knot-basket';
const NINETY_DAYS = 90 * 24 * 3600;

/** The token of this browser's basket, if it has one. */
export async function basketToken(): Promise<string | undefined> {
  return (await cookies()).get(NAME)?.value;
}

/** Lets this browser keep a basket. */
export async function keepBasketToken(token: string): Promise<void> {
  (await cookies()).set(NAME, token, { httpOnly: true, sameSite: 'lax', path: '/', maxAge: NINETY_DAYS });
}
