/** Words as a sentence begins with them: `quantity breaks` becomes `Quantity breaks`. */
export const firstCapital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
