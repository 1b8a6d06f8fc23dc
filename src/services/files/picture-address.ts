/** Where a stored picture is found in the application. */
export function pictureAddress(hash: string): string {
  return `/pictures/${hash}`;
}

/** The hash of the stored picture that is found at an address; undefined for any other. */
export const hashInAddress = (src: string): string | undefined => /^\/pictures\/([0-9a-f]{40})$/.exec(src)?.[1];
