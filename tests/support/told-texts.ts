/** Texts of the data tables that a person reads, by the places where they stand: “*” is every entry. */
const PLACES: Readonly<Record<string, readonly string[]>> = {
  alloys: ['alloys.*.name', 'alloys.*.use', 'alloys.*.note'],
  chill: ['source'],
  'cans-foil': ['kinds.*.name'],
  castability: ['practices.*.*.1', 'rules.*.why', 'range.words.*'],
  cautions: ['source', 'bases.*', 'cautions.*.title', 'cautions.*.text'],
  clues: ['clues.*.question', 'clues.*.how', 'clues.*.answers.*'],
  'crucible-care': ['firstFire.*.what', 'firstFire.*.why'],
  'crucible-materials': [
    'source',
    'materials.*.name',
    'materials.*.mind',
    ...['what', 'why'].flatMap((part) => [`dry.*.${part}`, `wash.*.${part}`]),
  ],
  emergencies: ['source', 'bases.*', 'first', 'cases.*.name', 'cases.*.now.*'],
  'everyday-pile': [
    'containers.*.one',
    'containers.*.many',
    'containers.*.size',
    'tiles.*.name',
    'tiles.*.group',
    'tiles.*.piece.one',
    'tiles.*.piece.many',
  ],
  families: ['metals.*.name'],
  'fixed-points': ['points.*.name'],
  forms: ['forms.*.name'],
  furnaces: ['fuels.*.name'],
  glossary: ['source', 'terms.*.term', 'terms.*.text'],
  incandescence: ['steps.*.name'],
  'loss-doubt': ['source'],
  'label-sheets': ['sheets.*.name'],
  moulds: ['moulds.*.name', 'moulds.*.ready', 'moulds.*.mind', 'parting.items.*.name', 'parting.items.*.use'],
  'pattern-materials': ['materials.*.name'],
  'pour-checklist': ['source', 'items.*.what', 'items.*.why'],
  'practice-heats': [
    'heats.*.name',
    'heats.*.learns',
    'heats.*.how.*',
    'heats.*.mind',
    'heats.*.rehearse.lots.*.name',
    'heats.*.rehearse.castings.*.name',
    'heats.*.rehearse.goal',
  ],
  pouring: ['systems.*.why'],
  practices: [
    'source',
    'areas.*.name',
    ...['name', 'how', 'why', 'against', 'source'].map((part) => `practices.*.${part}`),
  ],
  purchasable: ['metals.*.name'],
  'sand-mixes': ['mixes.*.name', 'mixes.*.why'],
  'scrap-book': [
    ...['name', 'look', 'coating', 'refuse'],
    ...['question.ask', 'question.how', 'question.answers.*.says'],
  ].map((part) => `entries.*.${part}`),
  troubles: ['symptoms.*.name', 'causes.*.name', 'causes.*.change'],
  uses: ['limits.*.mustNot', 'limits.*.why', 'unsure'],
  'zinc-loss': ['covers.*.name'],
}

const TABLES = import.meta.glob<unknown>('../../data/*.json', { eager: true, import: 'default' })

function standing(value: unknown, [step, ...on]: readonly string[]): string[] {
  if (step === undefined) return typeof value === 'string' && value ? [value] : []
  if (typeof value !== 'object' || value === null) return []
  if (step === '*') return Object.values(value).flatMap((entry) => standing(entry, on))
  return standing((value as Record<string, unknown>)[step], on)
}

/** Every text of the tables that is shown to a person, each once; a place where none stands is a fault of this list. */
export function toldTexts(): string[] {
  const all = Object.entries(PLACES).flatMap(([name, places]) =>
    places.flatMap((place) => {
      const found = standing(TABLES[`../../data/${name}.json`], place.split('.'))
      if (found.length === 0) throw new Error(`No text at ${place} of ${name}`)
      return found
    }),
  )
  return [...new Set(all)]
}
