export { useFollowedAddress } from './use-followed-address';
