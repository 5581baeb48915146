/** Words that American English spells another way, and words of its own. Messages and tables are converted as they are read. */
const SPELLED: Readonly<Record<string, string>> = {
  aluminised: 'aluminized',
  aluminium: 'aluminum',
  analyser: 'analyzer',
  anodising: 'anodizing',
  colour: 'color',
  coloured: 'colored',
  colours: 'colors',
  deoxidise: 'deoxidize',
  deoxidises: 'deoxidizes',
  deoxidised: 'deoxidized',
  deoxidising: 'deoxidizing',
  draught: 'draft',
  earthed: 'grounded',
  fibre: 'fiber',
  galvanised: 'galvanized',
  grey: 'gray',
  jewellery: 'jewelry',
  litre: 'liter',
  litres: 'liters',
  metre: 'meter',
  millimetre: 'millimeter',
  millimetres: 'millimeters',
  mould: 'mold',
  moulds: 'molds',
  neighbours: 'neighbors',
  oxidising: 'oxidizing',
  paraffin: 'kerosene',
  petrol: 'gasoline',
  practise: 'practice',
  sulphur: 'sulfur',
  swarf: 'chips',
  taps: 'faucets',
  towards: 'toward',
  vapour: 'vapor',
}
/** A word, or a place left open, whose name is nobody's word. */
const WORD = /\{[^}]*\}|[A-Za-z]+/g

/**
 * A text as American English spells it.
 * @example spelled('Grey mould') // 'Gray mold'
 */
export const spelled = (text: string): string =>
  text.replace(WORD, (word) => {
    const other = SPELLED[word.toLowerCase()]
    if (other === undefined) return word
    return /^[A-Z]/.test(word) ? other.charAt(0).toUpperCase() + other.slice(1) : other
  })

/** Every word of it, for a test: none may stand there that no text has. */
export const RESPELLED: readonly string[] = Object.keys(SPELLED)
