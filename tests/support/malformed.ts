import { seeded } from './random-problem'

type Json = null | boolean | number | string | Json[] | { [key: string]: Json }

const NONSENSE: readonly Json[] = [
  null,
  true,
  false,
  0,
  -1,
  1e308,
  -1e308,
  1e-320,
  0.1,
  3.7,
  '',
  'Zn',
  '__proto__',
  'x'.repeat(300),
  '\u0000',
  [],
  {},
  [[]],
  { min: 5, max: 1 },
  { toString: 1 },
  [1, 2, 3],
]

/** A copy of a value with one to four things in it broken at random; the same seed breaks the same things. */
export function malformed(value: Json, seed: number): Json {
  const random = seeded(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  let broken = structuredClone(value)
  for (let times = 1 + Math.floor(random() * 4); times > 0; times--) broken = breakOne(broken)
  return broken

  function breakOne(at: Json): Json {
    if (at === null || typeof at !== 'object' || random() < 0.06) return pick(NONSENSE)
    if (Array.isArray(at)) {
      if (at.length === 0 || random() < 0.1) return [...at, pick(NONSENSE)]
      const index = Math.floor(random() * at.length)
      return random() < 0.1
        ? at.filter((_, i) => i !== index)
        : at.map((entry, i) => (i === index ? breakOne(entry) : entry))
    }
    const keys = Object.keys(at)
    const how = random()
    if (keys.length === 0 || how < 0.08)
      return { ...at, [pick(['extra', 'Zn', 'constructor', 'Xx', ''])]: pick(NONSENSE) }
    const key = pick(keys)
    if (how < 0.16) return Object.fromEntries(Object.entries(at).filter(([name]) => name !== key))
    return { ...at, [key]: breakOne(at[key]!) }
  }
}

/** A text cut, doubled or with one character changed. */
export function garbled(text: string, seed: number): string {
  const random = seeded(seed)
  const at = Math.floor(random() * text.length)
  const how = random()
  if (how < 0.4) return text.slice(0, at)
  if (how < 0.6) return text.slice(0, at) + text.slice(Math.floor(random() * text.length))
  return text.slice(0, at) + String.fromCharCode(Math.floor(random() * 128)) + text.slice(at + 1)
}
