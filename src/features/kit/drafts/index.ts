export { type PublishedDraft, useIsAsPublished } from './as-published';
export { type OtherDraft } from './draft-store';
export { type Draft, useDraft } from './use-draft';
export { type Presence, usePresence } from './use-presence';
export { useWhenSaved } from './use-when-saved';
