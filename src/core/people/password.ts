/** The shortest and the longest password, in characters. @see OWASP ASVS 4.0.3, 2.1.1 and 2.1.2 */
export const PASSWORD_LENGTH = { min: 12, max: 128 } as const;
