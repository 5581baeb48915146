import ts from 'typescript'
import { describe, expect, it } from 'vitest'
import { Doc, encodeStateAsUpdate } from 'yjs'
import { findAlloy } from '#core/alloys'
import { SAND_MIXES } from '#core/casting'
import { usualFurnace } from '#core/furnace-model'
import { THIN_WARE } from '#core/stock'
import { workspaceSchema } from '#core/workspace'
import demo from '#data/demo-yard.json'

/* Every example in the books of core/ and formats/ is worked out: what it prints is true. */

const SOURCES = import.meta.glob<string>(['../../core/**/*.ts', '../../formats/*.ts'], {
  query: '?raw',
  import: 'default',
  eager: true,
})
const MODULES = import.meta.glob<Record<string, unknown>>(['../../core/**/*.ts', '../../formats/*.ts'], {
  eager: true,
})

/** What an example calls by a name of its own. */
const KNOWN: Record<string, unknown> = {
  Doc,
  encodeStateAsUpdate,
  gunmetal: findAlloy('C90500'),
  cartridgeBrass: findAlloy('C26000'),
  kitchen: { name: 'Kitchen scale', stepG: 1, capacityG: 5000 },
  pocket: { name: 'Pocket scale', stepG: 0.01, capacityG: 200 },
  bentonite: SAND_MIXES.find(({ id }) => id === 'bentonite'),
  can: THIN_WARE.find(({ id }) => id === 'can'),
  part: { thinMm: null, thickMm: null },
  need: { castingsG: 0, gatingPct: 0, allowancePct: 0, heelG: 0 },
  at: '2026-11-01T10:00:00.000Z',
  copperHeat: {
    lots: [{ id: 'a', name: 'Copper', massG: 1000, metallicYield: 1, composition: { Cu: 100 } }],
    begins: 1,
    practice: 'conductive-copper',
    limits: {},
    liquidusC: 1085,
    solidusC: 1083,
    window: { fromC: 1150, usualC: 1180, toC: 1220 },
    deoxidised: false,
    degassed: false,
    crucibleG: 900,
    brimCm3: 500,
    furnace: { ...usualFurnace('propane', 30), enters: 0.25 },
  },
  poured: workspaceSchema.parse(demo).heats.find(({ number }) => number === 11),
}

interface Example {
  file: string
  call: string
  prints: string
}

/** An example is a call, two strokes, and what it prints, on its line or the next. */
function examplesIn(file: string, text: string): Example[] {
  const lines = text.matchAll(/@example (.+?)(?:\n \* +)? ?\/\/ (.+)/g)
  return [...lines].map(([, call, prints]) => ({ file, call: call!, prints: prints! }))
}

const examples = Object.entries(SOURCES).flatMap(([file, text]) => examplesIn(file.slice(6), text))
const names = Object.assign({}, ...Object.values(MODULES), KNOWN) as Record<string, unknown>
function work(expression: string): unknown {
  const script = ts.transpile(`return (${expression})`)
  // The words are the project's own.
  const worked = new Function(...Object.keys(names), script) as (...given: unknown[]) => unknown
  return worked(...Object.values(names))
}

/** Figures to fifteen digits, as people compare what a machine prints. */
const printed = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value, (_, inner: unknown) =>
      typeof inner === 'number' ? Number(inner.toPrecision(14)) : inner,
    ),
  )

/** The exported functions of a source, each with what is written above it. */
function functionsIn(file: string, text: string): { file: string; name: string; told: string }[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true)
  return source.statements.flatMap((statement) => {
    const marks = ts.canHaveModifiers(statement) ? (ts.getModifiers(statement) ?? []) : []
    if (!marks.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword)) return []
    const told = (ts.getLeadingCommentRanges(text, statement.pos) ?? [])
      .map(({ pos, end }) => text.slice(pos, end))
      .filter((comment) => comment.startsWith('/**'))
      .join('')
    if (ts.isFunctionDeclaration(statement)) return [{ file, name: statement.name!.text, told }]
    if (!ts.isVariableStatement(statement)) return []
    return statement.declarationList.declarations
      .filter(({ initializer }) => initializer && ts.isArrowFunction(initializer))
      .map(({ name }) => ({ file, name: name.getText(source), told }))
  })
}

describe('what the public functions say of themselves', () => {
  const all = Object.entries(SOURCES).flatMap(([file, text]) => functionsIn(file.slice(6), text))
  it('each has a docstring that says more than a word', () => {
    expect(all.length).toBeGreaterThan(350)
    const silent = all.filter(
      ({ told }) =>
        told
          .replace(/[\s*/]+/g, ' ')
          .trim()
          .split(' ').length < 4,
    )
    expect(silent.map(({ file, name }) => `${file}: ${name}`)).toEqual([])
  })
  it('of those that show no example there are no more than there were', () => {
    expect(all.filter(({ told }) => !told.includes('@example')).length).toBeLessThanOrEqual(255)
  })
})

describe('what the examples of the public functions print', () => {
  it('there are examples, and each was read', () => {
    const told = Object.values(SOURCES).join('\n').split('@example ').length - 1
    expect(examples).toHaveLength(told)
    expect(told).toBeGreaterThan(60)
  })
  it.each(examples)('$file: $call', ({ call, prints }) => {
    expect(printed(work(call))).toEqual(printed(work(prints)))
  })
})
