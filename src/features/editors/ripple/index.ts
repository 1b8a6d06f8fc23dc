export { RippleDialog } from './ripple-dialog';
export { RippleView } from './ripple-view';
export { belowWords, useRipple } from './use-ripple';
export { type SeenDraft, useSeenDraft } from './use-seen-draft';
