import table from '#data/forms.json'

/** How a lot lies in its bin: decides how much of its weight is metal that reaches the melt. */
export const FORMS = table.forms
export const FORM_IDS = table.forms.map((form) => form.id) as [string, ...string[]]
export const FORM_SOURCE = table.source

/**
 * Share of a scrap's weight that is metal reaching the melt.
 * @param formId one of FORM_IDS
 * @returns fraction 0–1
 * @throws RangeError for an unknown form
 * @source engineering estimates in data/forms.json
 * @example metallicYieldOf('bar') // 0.99
 */
export function metallicYieldOf(formId: string): number {
  const form = table.forms.find(({ id }) => id === formId)
  if (!form) throw new RangeError(`no form "${formId}"`)
  return form.metallicYield
}
