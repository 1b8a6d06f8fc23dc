/** Whether keys are typed into something, so that they are no commands. */
export const isTypedInto = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
