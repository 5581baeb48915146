import { isolated } from '~/shared/units/isolated'
/**
 * A person's words as a chart shows them letter for letter: the charting library takes marks such as <b> for
 * formatting, so their brackets are handed over as entities, which it turns back into brackets.
 */
export function chartText(text: string): string {
  return isolated(text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;'))
}
