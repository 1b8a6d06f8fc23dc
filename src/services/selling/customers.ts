import { eq, type SQL, sql } from 'drizzle-orm';
import { orders } from '../../data/schema';

/** What a customer is known by: an e-mail address, however it is typed. */
export const customerOf = (email: string): string => email.trim().toLowerCase();

/** Which orders are one customer’s, as long as they say so. */
export const ordersOf = (email: string): SQL => eq(sql`lower(trim(${orders.customerEmail}))`, customerOf(email));
