/** Goes to a page of ours that is drawn anew: nothing stays that another was shown, or that came before signing in. */
export const goAnew = (path: string): void => window.location.assign(path);
