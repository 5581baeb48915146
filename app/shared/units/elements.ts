const NAMES: Readonly<Record<string, string>> = {
  Cu: 'copper',
  Sn: 'tin',
  Zn: 'zinc',
  Pb: 'lead',
  Al: 'aluminium',
  Si: 'silicon',
  Fe: 'iron',
  Mn: 'manganese',
  Ni: 'nickel',
  P: 'phosphorus',
  Sb: 'antimony',
  S: 'sulphur',
  Mg: 'magnesium',
  Bi: 'bismuth',
  Ti: 'titanium',
  Cr: 'chromium',
  As: 'arsenic',
  Ag: 'silver',
  Be: 'beryllium',
  Cd: 'cadmium',
  Sr: 'strontium',
  Na: 'sodium',
  Ca: 'calcium',
  Co: 'cobalt',
  '?': 'not identified',
}

/** An element's name in a sentence; its symbol where the trade has no other word. */
export function elementName(symbol: string): string {
  return NAMES[symbol] ?? symbol
}
