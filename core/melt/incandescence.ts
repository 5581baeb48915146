import table from '#data/incandescence.json'

/** What the colour of glowing metal says, coldest first. Aluminium gives no such warning. */
export const INCANDESCENCE: readonly {
  id: string
  name: string
  fromC: number
  toC: number
  colour: string
}[] = table.steps
export const INCANDESCENCE_SOURCE = table.source
