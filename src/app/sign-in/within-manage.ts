/**
 * A page of the manager's side that is gone on to: no address can lead elsewhere.
 *
 * @param otherwise where it says none
 */
export const withinManage = (to: string, otherwise: string): string => (/^\/manage\/[^\\]*$/.test(to) ? to : otherwise);
