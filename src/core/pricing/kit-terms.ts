import { Exact } from '../number';

/**
 * On what terms the parts of a kit are in its price, said once: resolving asks it, and so does every part of the
 * analysis. The price of a kit is its own price, if it has one, and what each part costs beyond what that covers:
 * `share × alone − covered`, and `less` off all of it.
 */
export interface KitTerms {
  /** whether it has a price of its own, for the kit as it usually comes */
  readonly isOwn: boolean;
  /** so much of what parts cost alone is paid: 1 for all of it */
  readonly share: Exact;
  /** taken off what all parts cost together */
  readonly less: Exact;
  /**
   * what its own price pays for already: nothing; what usually comes; whatever is chosen of that, in as many pieces as
   * usually come; or all that is in it
   */
  readonly covers: 'nothing' | 'usual' | 'usualPieces' | 'all';
  /** whether what costs less than what is covered takes something off; else it is paid nothing for */
  readonly cheaperLess: boolean;
}

const HUNDRED = Exact.of(100);

/** What the parts cost when each is sold alone. */
export const SUM_OF_PARTS: KitTerms = {
  isOwn: false,
  share: Exact.one,
  less: Exact.zero,
  covers: 'nothing',
  cheaperLess: true,
};

/** That less an amount, in major units. */
export const lessAmount = (less: Exact): KitTerms => ({ ...SUM_OF_PARTS, less });

/** That less a percentage. */
export const lessPercent = (percent: Exact): KitTerms => ({
  ...SUM_OF_PARTS,
  share: HUNDRED.minus(percent).over(HUNDRED),
});

/** A price of its own. @param extras what of its parts comes on top of it */
export function ownKitPrice(extras: 'onTop' | 'included' | 'all', cheaperLess: boolean): KitTerms {
  const own: KitTerms = { ...SUM_OF_PARTS, isOwn: true };
  switch (extras) {
    case 'onTop':
      return { ...own, covers: 'usual', cheaperLess };
    case 'included':
      return { ...own, covers: 'usualPieces', cheaperLess: false };
    case 'all':
      return { ...own, covers: 'all', share: Exact.zero, cheaperLess: false };
  }
}

/** What a kit costs, where a list may name a price for it: that, for the kit as it usually comes. */
export const asListed = (terms: KitTerms, isListed: boolean): KitTerms => (isListed && !terms.isOwn ? LISTED : terms);

const LISTED = ownKitPrice('onTop', true);

/** Whether what usually comes is paid for already, so that it is asked what that costs. */
export const coversUsual = ({ covers }: KitTerms): boolean => covers === 'usual' || covers === 'usualPieces';

/** What is to be paid beyond what is covered. @param difference what it costs, less what is covered */
export const beyondCovered = ({ cheaperLess }: KitTerms, difference: Exact): Exact =>
  !cheaperLess && difference.sign() < 0 ? Exact.zero : difference;
