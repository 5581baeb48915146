import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { present } from '#core/lists'
import { USES_SOURCE, type Use } from '#core/ledger'
import type { PlanCheck, PotIronCheck } from '#core/melt'
import { elementName } from '~/shared/units/elements'
import { heatStamp } from '#core/heat'
import { capital, listed, percent } from '~/shared/units/figures'
import { WORN } from '~/shared/gear/gear-words'

export interface CheckWords {
  /** stop: not to be melted so; mind: read before weighing; note: part of doing it well */
  level: 'stop' | 'mind' | 'note'
  /** it can hurt someone, and stands beside the answer itself */
  hurts: boolean
  /** ids of the lots it is about; empty where it is about the whole plan */
  lots: readonly string[]
  text: string
  why: string
  source: string
}

/** Lead in a melt that may become something for the kitchen or the nursery. */
export function leadWords(uses: readonly Use[], pct: number): CheckWords[] {
  if (uses.length === 0) return []
  const things = uses.map(({ mustNot }) => told(mustNot)).join('; ')
  return [
    {
      level: 'mind',
      hurts: true,
      lots: [],
      text: t('charge.lead-uses', { percent: percent(pct), things }),
      why: t('charge.lead-uses-why'),
      source: USES_SOURCE,
    },
  ]
}

/** A limit passed so many times over is no near miss. */
const MUCH_OVER = 2

/** What lies on a lot, or is shut up in it, whose fume, steam or burst reaches whoever stands there. */
const HURTING: readonly string[] = ['damp', 'paint', 'plating', 'plastic', 'sealed']

interface Tools {
  lotName: (id: string) => string
  grams: (value: number) => string
  degreesApart: (celsius: number) => string
}

const from = (lots: readonly string[], { lotName }: Tools) =>
  lots.length > 0 ? ` ${t('charge.from-lots', { lotNames: lots.slice(0, 3).map(lotName).join(', ') })}` : ''

const POISON_WHY: Readonly<Record<string, string>> = {
  'leaks-and-skins': t('charge.poison-aluminium-silicon'),
  'hot-short': t('charge.poison-lead'),
  'brittle-needles': t('charge.poison-iron'),
  'brittle-boundaries': t('charge.poison-grain-boundary'),
  conductivity: t('charge.poison-phosphorus'),
}

const FORM_WORDS: Readonly<Record<string, { text: string; why: string; level: CheckWords['level'] }>> = {
  sealed: {
    level: 'mind',
    text: t('charge.hazard-hollow'),
    why: t('charge.hazard-hollow-why'),
  },
  paint: {
    level: 'mind',
    text: t('charge.hazard-painted-form'),
    why: t('charge.hazard-painted-form-why'),
  },
  oil: {
    level: 'mind',
    text: t('charge.hazard-oily-turnings'),
    why: t('charge.hazard-oily-turnings-why'),
  },
  thin: {
    level: 'note',
    text: t('charge.hazard-thin'),
    why: t('charge.hazard-thin-why'),
  },
}

/** What lies on a lot, and what to do about it before it goes near the furnace. */
const COATING_WORDS: Readonly<
  Record<string, { text: string; why: string; level: CheckWords['level'] } | undefined>
> = {
  damp: {
    level: 'stop',
    text: t('charge.hazard-damp'),
    why: t('charge.hazard-damp-why'),
  },
  paint: {
    level: 'mind',
    text: t('charge.hazard-painted'),
    why: t('charge.hazard-painted-why'),
  },
  plating: {
    level: 'mind',
    text: t('charge.hazard-plated'),
    why: t('charge.hazard-plated-why'),
  },
  oil: {
    level: 'mind',
    text: t('charge.hazard-oily'),
    why: t('charge.hazard-oily-why'),
  },
  solder: {
    level: 'note',
    text: t('charge.hazard-soldered'),
    why: t('charge.hazard-soldered-why'),
  },
  plastic: {
    level: 'mind',
    text: t('charge.hazard-plastic'),
    why: t('charge.hazard-plastic-why'),
  },
  steel: {
    level: 'note',
    text: t('charge.hazard-steel'),
    why: t('charge.hazard-steel-why'),
  },
}

const METAL_DOES: Readonly<Record<string, string>> = {
  Cu: t('charge.molten-copper-alloy'),
  Al: t('charge.molten-aluminium'),
  Zn: t('charge.molten-zinc'),
}

/** "about 0.1 to 0.6 % iron comes from its wall, so 0.52 % in all, of 0.6 % at most" */
function ironWords({ fromPct, toPct, meltPct, maxPct }: PotIronCheck): string {
  const figures = { fromPct: percent(fromPct), toPct: percent(toPct), meltPct: percent(meltPct) }
  return maxPct === null
    ? t('charge.iron-from-wall', figures)
    : t('charge.iron-from-wall-limited', { ...figures, maxPct: percent(maxPct) })
}

const FAMILY: Readonly<Record<string, string>> = {
  Cu: t('charge.a-copper-alloy'),
  Al: t('charge.an-aluminium-alloy'),
}

/** A check of practice as a sentence, with its reason. */
export function checkWords(check: PlanCheck, tools: Tools): CheckWords {
  const words = sentence(check, tools)
  const hurts =
    words.level === 'stop' ||
    check.rule === 'trace-poison' ||
    (check.rule === 'coating' && HURTING.includes(check.coating)) ||
    (check.rule === 'form' && HURTING.includes(check.why))
  return { ...words, hurts, lots: 'lots' in check ? check.lots : [] }
}

function sentence(check: PlanCheck, tools: Tools): Omit<CheckWords, 'hurts' | 'lots'> {
  const { source } = check
  switch (check.rule) {
    case 'never':
      return {
        level: 'stop',
        text: t('charge.never-melt-element', {
          element: elementName(check.element),
          lotNames: check.lots.map(tools.lotName).join(', '),
        }),
        why: t('charge.never-melt-element-why'),
        source,
      }
    case 'trace-poison':
      return {
        level: 'mind',
        text: t('charge.toxic-element', {
          pct: percent(check.pct),
          element: elementName(check.element),
          lotNames: check.lots.map(tools.lotName).join(', '),
        }),
        why: t('charge.toxic-element-why'),
        source,
      }
    case 'magnesium-chips':
      return {
        level: 'stop',
        text: t('charge.chips-hazard', {
          lotNames: check.lots.map(tools.lotName).join(', '),
        }),
        why: t('charge.chips-hazard-why'),
        source,
      }
    case 'poison':
      return {
        level: 'mind',
        text: t('charge.poison-reached', {
          element: capital(elementName(check.element)),
          pct: percent(check.pct),
          lots: from(check.lots, tools),
          overPct: percent(check.overPct),
        }),
        why: POISON_WHY[check.why] ?? '',
        source,
      }
    case 'unmixed':
      return {
        level: 'note',
        text: t('charge.undissolved-element', {
          pct: percent(check.pct),
          element: elementName(check.element),
        }),
        why: t('charge.undissolved-element-why'),
        source,
      }
    case 'iron-needles':
      return {
        level: 'mind',
        text: t('charge.iron-needs-manganese', {
          ironPct: percent(check.ironPct),
          wantedPct: percent(check.wantedPct),
          manganesePct: percent(check.manganesePct),
        }),
        why: t('charge.iron-needs-manganese-why'),
        source,
      }
    case 'sludge':
      return {
        level: 'mind',
        text: t('charge.sludge-factor', { factor: fixed(check.factor, 2), limit: check.most }),
        why: t('charge.sludge-factor-why'),
        source,
      }
    case 'zinc-die-casting':
      return {
        level: 'mind',
        text: t('charge.high-zinc-lots', { lotNames: check.lots.map(tools.lotName).join(', ') }),
        why: t('charge.high-zinc-lots-why'),
        source,
      }
    case 'crucible-family':
      return {
        level: 'mind',
        text: t('charge.crucible-other-family', {
          familyName: FAMILY[check.last] ?? t('charge.other-family'),
        }),
        why: t('charge.crucible-other-family-why'),
        source,
      }
    case 'casts-badly':
      return {
        level: 'note',
        text:
          check.rangeC === null
            ? t('charge.casts-badly')
            : t('charge.casts-badly-over-range', { range: tools.degreesApart(check.rangeC) }),
        why: t('charge.add-silicon-hint', {
          siliconMass: tools.grams(check.siliconG),
          siliconPct: check.siliconPct,
          copperMass: tools.grams(check.copperG),
          copperPct: check.copperPct,
        }),
        source,
      }
    case 'pot-never':
      return {
        level: 'stop',
        text: t('charge.crucible-attacked', {
          material: check.material,
          metal: METAL_DOES[check.metal] ?? t('charge.this-metal'),
        }),
        why: t('charge.crucible-attacked-why'),
        source,
      }
    case 'pot-bare':
      return {
        level: 'mind',
        text: check.iron
          ? t('charge.steel-pot-no-wash-iron', { iron: ironWords(check.iron) })
          : t('charge.steel-pot-no-wash'),
        why: t('charge.steel-pot-wash-why'),
        source,
      }
    case 'pot-iron':
      return {
        level: check.iron.meltPct > (check.iron.maxPct ?? Infinity) ? 'mind' : 'note',
        text: capital(ironWords(check.iron)),
        why: t('charge.iron-from-wall-why'),
        source,
      }
    case 'crucible-full':
      return {
        level: 'stop',
        text: t('charge.too-much-for-crucible', {
          meltMass: tools.grams(check.wantsG),
          capacity: tools.grams(check.holdsG),
        }),
        why: t('charge.too-much-for-crucible-why'),
        source,
      }
    case 'live-rounds':
      return {
        level: 'stop',
        text: t('charge.live-rounds', {
          lotName: capital(listed(check.lots.map(tools.lotName))),
        }),
        why: t('charge.live-rounds-why'),
        source,
      }
    case 'residue':
      return {
        level: check.breaks.some(({ pct, max }) => pct > MUCH_OVER * max) ? 'stop' : 'mind',
        text:
          check.massG === null
            ? t('charge.skull-unknown', {
                alloyName: told(check.alloy),
                heatNumber: heatStamp(check.heat),
              })
            : t('charge.skull-contaminates', {
                alloyName: told(check.alloy),
                heatNumber: heatStamp(check.heat),
                mass: tools.grams(check.massG),
                breaches: listed(
                  check.breaks.map(({ element, pct, max }) =>
                    t('charge.element-reaches', {
                      element: elementName(element),
                      pct: percent(pct),
                      max: percent(max),
                    }),
                  ),
                ),
              }),
        why: t('charge.skull-contaminates-why'),
        source,
      }
    case 'pot-shared':
      return {
        level: 'mind',
        text: t('charge.same-crucible', {
          heats: listed(check.heats.map(({ number, alloy }) => `${heatStamp(number)} (${alloy})`)),
        }),
        why: t('charge.same-crucible-why'),
        source,
      }
    case 'first-fire':
      return {
        level: 'stop',
        text: t('charge.never-fired'),
        why: t('charge.never-fired-why'),
        source,
      }
    case 'crucible-worn':
      return {
        level: 'stop',
        text: t('charge.retire-crucible', {
          reason: WORN[check.why as keyof typeof WORN] ?? t('charge.worn-reason'),
        }),
        why: t('charge.retire-crucible-why'),
        source,
      }
    case 'coating': {
      const words = COATING_WORDS[check.coating]
      return {
        level: words?.level ?? 'note',
        text: `${words?.text ?? check.coating} (${check.lots.map(tools.lotName).join(', ')})`,
        why: words?.why ?? '',
        source,
      }
    }
    case 'form': {
      const words = present(FORM_WORDS[check.why], check.why)
      return {
        level: words.level,
        text: `${words.text} (${check.lots.map(tools.lotName).join(', ')})`,
        why: words.why,
        source,
      }
    }
  }
}
