import { hidesSigns } from '../core/text';
import { faultWords } from '../core/words';
import { Refusal } from './refusal';

/**
 * Refuses names in which there is something that nobody sees: two that look alike would differ.
 *
 * @param named what is called so, such as “The discount”, and its name
 * @throws Refusal 422 `hidesSigns`
 */
export function requireSeenTitles(named: readonly (readonly [what: string, title: string])[]): void {
  const found = named.find(([, title]) => hidesSigns(title));
  if (found) throw new Refusal(422, 'hidesSigns', `${found[0]}: ${faultWords({ code: 'hidesSigns' })}`);
}
