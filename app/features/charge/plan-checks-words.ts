import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { present } from '#core/lists'
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
  lots.length > 0 ? ` ${t('charge.from', { join: lots.slice(0, 3).map(lotName).join(', ') })}` : ''

const POISON_WHY: Readonly<Record<string, string>> = {
  'leaks-and-skins': t('charge.it-makes-castings-leak-and-leaves'),
  'hot-short': t('charge.lead-makes-this-family-crack-while'),
  'brittle-needles': t('charge.iron-freezes-as-hard-needles-and'),
  'brittle-boundaries': t('charge.it-gathers-between-the-grains-and'),
  conductivity: t('charge.phosphorus-left-over-takes-away-the'),
}

const FORM_WORDS: Readonly<Record<string, { text: string; why: string; level: CheckWords['level'] }>> = {
  sealed: {
    level: 'mind',
    text: t('charge.hollow-ware-cut-open-every-closed'),
    why: t('charge.air-or-water-sealed-inside-bursts'),
  },
  paint: {
    level: 'mind',
    text: t('charge.painted-stock-strip-or-burn-it'),
    why: t('charge.paint-fumes-old-paint-may-hold'),
  },
  oil: {
    level: 'mind',
    text: t('charge.oily-turnings-wash-and-dry-them'),
    why: t('charge.oil-flares-and-its-hydrogen-stays'),
  },
  thin: {
    level: 'note',
    text: t('charge.thin-stock-press-it-together-and'),
    why: t('charge.loose-a-quarter-of-it-and'),
  },
}

/** What lies on a lot, and what to do about it before it goes near the furnace. */
const COATING_WORDS: Readonly<
  Record<string, { text: string; why: string; level: CheckWords['level'] } | undefined>
> = {
  damp: {
    level: 'stop',
    text: t('charge.damp-stock-dry-and-preheat-it'),
    why: t('charge.water-under-metal-explodes-as-steam'),
  },
  paint: {
    level: 'mind',
    text: t('charge.painted-strip-or-burn-it-off'),
    why: t('charge.paint-fumes-old-paint-may-hold-2'),
  },
  plating: {
    level: 'mind',
    text: t('charge.plated-know-with-what-before-it'),
    why: t('charge.chrome-and-nickel-stay-in-the'),
  },
  oil: {
    level: 'mind',
    text: t('charge.oily-wash-and-dry-it-or'),
    why: t('charge.oil-flares-and-its-hydrogen-stays-2'),
  },
  solder: {
    level: 'note',
    text: t('charge.soldered-joints-saw-them-off'),
    why: t('charge.they-bring-tin-or-lead-that'),
  },
  plastic: {
    level: 'mind',
    text: t('charge.rubber-and-plastic-on-it-pull'),
    why: t('charge.its-smoke-is-poison-and-pvc'),
  },
  steel: {
    level: 'note',
    text: t('charge.steel-in-it-pull-it-out'),
    why: t('charge.iron-dissolves-slowly-and-does-not'),
  },
}

const METAL_DOES: Readonly<Record<string, string>> = {
  Cu: t('charge.molten-copper-alloy'),
  Al: t('charge.molten-aluminium'),
  Zn: t('charge.molten-zinc'),
}

/** "about 0.1 to 0.6 % iron comes from its wall, so 0.52 % in all, of 0.6 % at most" */
function ironWords({ fromPct, toPct, meltPct, maxPct }: PotIronCheck): string {
  const most = maxPct === null ? '' : t('charge.of-at-most', { maxPct: percent(maxPct) })
  return t('charge.about-to-iron-comes-from-its', {
    fromPct: percent(fromPct),
    toPct: percent(toPct),
    meltPct: percent(meltPct),
    most,
  })
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
        text: t('charge.never-melt-leave-out', {
          element: elementName(check.element),
          join: check.lots.map(tools.lotName).join(', '),
        }),
        why: t('charge.its-fume-kills-no-alloy-of'),
        source,
      }
    case 'trace-poison':
      return {
        level: 'mind',
        text: t('charge.up-to-in-stay-out-of', {
          pct: percent(check.pct),
          element: elementName(check.element),
          join: check.lots.map(tools.lotName).join(', '),
        }),
        why: t('charge.it-boils-off-before-the-melt'),
        source,
      }
    case 'magnesium-chips':
      return {
        level: 'stop',
        text: t('charge.never-melt-magnesium-chips-leave-out', {
          join: check.lots.map(tools.lotName).join(', '),
        }),
        why: t('charge.they-catch-fire-and-cannot-be'),
        source,
      }
    case 'poison':
      return {
        level: 'mind',
        text: t('charge.reaches-over-it-spoils-this-metal', {
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
        text: t('charge.does-not-stay-dissolved-stir-hard', {
          pct: percent(check.pct),
          element: elementName(check.element),
        }),
        why: t('charge.it-sinks-in-the-crucible-and'),
        source,
      }
    case 'iron-needles':
      return {
        level: 'mind',
        text: t('charge.iron-wants-manganese-beside-it-there', {
          ironPct: percent(check.ironPct),
          wantedPct: percent(check.wantedPct),
          manganesePct: percent(check.manganesePct),
        }),
        why: t('charge.manganese-turns-brittle-iron-needles-into'),
        source,
      }
    case 'sludge':
      return {
        level: 'mind',
        text: t('charge.sludge-factor-fe-2-mn-3', { toFixed: fixed(check.factor, 2), most: check.most }),
        why: t('charge.hard-crystals-settle-out-in-the'),
        source,
      }
    case 'zinc-die-casting':
      return {
        level: 'mind',
        text: t('charge.much-zinc-for-an-aluminium-melt', { join: check.lots.map(tools.lotName).join(', ') }),
        why: t('charge.zinc-die-castings-look-like-aluminium'),
        source,
      }
    case 'crucible-family':
      return {
        level: 'mind',
        text: t('charge.the-heat-before-this-one-was', {
          FAMILY: FAMILY[check.last] ?? t('charge.of-another-family'),
        }),
        why: t('charge.what-is-left-in-the-wall'),
        source,
      }
    case 'casts-badly':
      return {
        level: 'note',
        text: t('charge.this-casts-badly-it-has-no', {
          part:
            check.rangeC === null
              ? ''
              : `${t('charge.freezes-over-about-and', { rangeC: tools.degreesApart(check.rangeC) })} `,
        }),
        why: t('charge.of-silicon-would-bring-it-to', {
          siliconG: tools.grams(check.siliconG),
          siliconPct: check.siliconPct,
          copperG: tools.grams(check.copperG),
          copperPct: check.copperPct,
        }),
        source,
      }
    case 'pot-never':
      return {
        level: 'stop',
        text: t('charge.never-in-this-crucible-it-is', {
          material: check.material,
          METAL_DOES: METAL_DOES[check.metal] ?? t('charge.this-metal'),
        }),
        why: t('charge.it-dissolves-and-softens-at-the'),
        source,
      }
    case 'pot-bare':
      return {
        level: 'mind',
        text: t('charge.this-steel-crucible-has-had-no', {
          part: check.iron ? `: ${ironWords(check.iron)}` : '',
        }),
        why: t('charge.two-thin-coats-baked-on-until'),
        source,
      }
    case 'pot-iron':
      return {
        level: check.iron.meltPct > (check.iron.maxPct ?? Infinity) ? 'mind' : 'note',
        text: capital(ironWords(check.iron)),
        why: t('charge.cooler-and-shorter-gives-less-a'),
        source,
      }
    case 'crucible-full':
      return {
        level: 'stop',
        text: t('charge.it-does-not-fit-of-melt', {
          wantsG: tools.grams(check.wantsG),
          holdsG: tools.grams(check.holdsG),
        }),
        why: t('charge.lower-the-tap-mass-or-take'),
        source,
      }
    case 'live-rounds':
      return {
        level: 'stop',
        text: t('charge.may-hold-live-rounds-every-case', {
          lotName: capital(listed(check.lots.map(tools.lotName))),
        }),
        why: t('charge.a-live-or-misfired-cartridge-a'),
        source,
      }
    case 'residue':
      return {
        level: check.breaks.some(({ pct, max }) => pct > MUCH_OVER * max) ? 'stop' : 'mind',
        text:
          check.massG === null
            ? t('charge.the-crucible-last-held-and-nothing', {
                alloy: told(check.alloy),
                heat: heatStamp(check.heat),
              })
            : t('charge.of-up-to-may-have-stayed', {
                alloy: told(check.alloy),
                heat: heatStamp(check.heat),
                massG: tools.grams(check.massG),
                map: listed(
                  check.breaks.map(({ element, pct, max }) =>
                    t('charge.comes-to-about-limit', {
                      element: elementName(element),
                      pct: percent(pct),
                      max: percent(max),
                    }),
                  ),
                ),
              }),
        why: t('charge.what-sticks-to-the-wall-melts'),
        source,
      }
    case 'pot-shared':
      return {
        level: 'mind',
        text: t('charge.open-too-planned-in-the-same', {
          map: capital(listed(check.heats.map(({ number, alloy }) => `${heatStamp(number)} (${alloy})`))),
          part: check.heats.length > 1 ? t('small.are') : t('small.is'),
        }),
        why: t('charge.whichever-is-poured-first-leaves-some'),
        source,
      }
    case 'first-fire':
      return {
        level: 'stop',
        text: t('charge.this-crucible-has-never-been-fired'),
        why: t('charge.a-damp-new-crucible-cracks-or'),
        source,
      }
    case 'crucible-worn':
      return {
        level: 'stop',
        text: t('charge.retire-this-crucible', {
          WORN: WORN[check.why as keyof typeof WORN] ?? t('charge.it-is-worn'),
        }),
        why: t('charge.it-fails-in-the-tongs-full'),
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
