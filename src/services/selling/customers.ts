/** What a customer is known by: an e-mail address, however it is typed. */
export const customerOf = (email: string): string => email.trim().toLowerCase();
