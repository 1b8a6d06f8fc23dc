export { type EventType, eventTypes, TEST_TYPE, waitAfter, type WebhookEvent } from './events';
