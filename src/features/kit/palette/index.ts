export { CommandsProvider, useCommand } from './commands';
export { Palette } from './palette';
export { Shortcuts } from './shortcuts';
