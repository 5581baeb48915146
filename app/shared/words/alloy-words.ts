import type { Alloy } from '#core/alloys'
import { told } from '~/words'

/** What an alloy is called and used for in the language of the page, to be searched beside the library's own words. */
export const toldOfAlloy = ({ name, use = '' }: Alloy): string => `${told(name)} ${told(use)}`
