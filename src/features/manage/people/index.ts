export { AccountPage } from './account-page';
export { LogPage } from './log-page';
export { NotYours } from './not-yours';
export { PeoplePage } from './people-page';
