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
  lots.length > 0 ? ` from ${lots.slice(0, 3).map(lotName).join(', ')}` : ''

const POISON_WHY: Readonly<Record<string, string>> = {
  'leaks-and-skins':
    'It makes castings leak and leaves dross skins; keep aluminium and silicon scrap apart from these bronzes.',
  'hot-short': 'Lead makes this family crack while hot, and its fume is poison.',
  'brittle-needles': 'Iron freezes as hard needles and the casting breaks. Dilute it; it does not come out.',
  'brittle-boundaries': 'It gathers between the grains and the brass cracks when worked or cooled.',
  conductivity: 'Phosphorus left over takes away the conductivity that this copper is for.',
}

const FORM_WORDS: Readonly<Record<string, { text: string; why: string; level: CheckWords['level'] }>> = {
  sealed: {
    level: 'mind',
    text: 'Hollow ware: cut open every closed space',
    why: 'Air or water sealed inside bursts in the melt.',
  },
  paint: {
    level: 'mind',
    text: 'Painted stock: strip or burn it off outdoors first',
    why: 'Paint fumes, old paint may hold lead, and its smoke leaves gas in the metal.',
  },
  oil: {
    level: 'mind',
    text: 'Oily turnings: wash and dry them, or burn the oil off outdoors',
    why: 'Oil flares and its hydrogen stays in the metal as pinholes.',
  },
  thin: {
    level: 'note',
    text: 'Thin stock: press it together and push it under an existing pool',
    why: 'Loose, a quarter of it and more burns to dross.',
  },
}

/** What lies on a lot, and what to do about it before it goes near the furnace. */
const COATING_WORDS: Readonly<
  Record<string, { text: string; why: string; level: CheckWords['level'] } | undefined>
> = {
  damp: {
    level: 'stop',
    text: 'Damp stock: dry and preheat it before it goes near a melt',
    why: 'Water under metal explodes as steam.',
  },
  paint: {
    level: 'mind',
    text: 'Painted: strip or burn it off outdoors first',
    why: 'Paint fumes; old paint may hold lead; its smoke leaves gas in the metal.',
  },
  plating: {
    level: 'mind',
    text: 'Plated: know with what before it is heated',
    why: 'Chrome and nickel stay in the melt; zinc fumes; cadmium kills and is never heated.',
  },
  oil: {
    level: 'mind',
    text: 'Oily: wash and dry it, or burn the oil off outdoors',
    why: 'Oil flares, and its hydrogen stays in the metal as pinholes.',
  },
  solder: {
    level: 'note',
    text: 'Soldered joints: saw them off',
    why: 'They bring tin or lead that the composition does not count.',
  },
  plastic: {
    level: 'mind',
    text: 'Rubber and plastic on it: pull it off',
    why: 'Its smoke is poison, and PVC gives off acid.',
  },
  steel: {
    level: 'note',
    text: 'Steel in it: pull it out, or fish it out of the first pool with a magnet’s help when cold',
    why: 'Iron dissolves slowly and does not come out again. Rust and molten aluminium can react violently.',
  },
}

const METAL_DOES: Readonly<Record<string, string>> = {
  Cu: 'molten copper alloy',
  Al: 'molten aluminium',
  Zn: 'molten zinc',
}

/** "about 0.1 to 0.6 % iron comes from its wall, so 0.52 % in all, of 0.6 % at most" */
function ironWords({ fromPct, toPct, meltPct, maxPct }: PotIronCheck): string {
  const most = maxPct === null ? '' : `, of ${percent(maxPct)} % at most`
  return `about ${percent(fromPct)} to ${percent(toPct)} % iron comes from its wall, so ${percent(meltPct)} % in all${most}`
}

const FAMILY: Readonly<Record<string, string>> = { Cu: 'a copper alloy', Al: 'an aluminium alloy' }

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
        text: `Never melt ${elementName(check.element)}: leave out ${check.lots.map(tools.lotName).join(', ')}`,
        why: 'Its fume kills. No alloy of a yard is worth it.',
        source,
      }
    case 'trace-poison':
      return {
        level: 'mind',
        text: `Up to ${percent(check.pct)} % ${elementName(check.element)} in ${check.lots.map(tools.lotName).join(', ')}: stay out of the fume, or use cleaner metal`,
        why: 'It boils off before the melt is hot and is poison in small amounts. Outdoors, upwind, P100 respirator.',
        source,
      }
    case 'magnesium-chips':
      return {
        level: 'stop',
        text: `Never melt magnesium chips: leave out ${check.lots.map(tools.lotName).join(', ')}`,
        why: 'They catch fire and cannot be put out with water or sand that is damp.',
        source,
      }
    case 'poison':
      return {
        level: 'mind',
        text: `${capital(elementName(check.element))} reaches ${percent(check.pct)} %${from(check.lots, tools)}; over ${percent(check.overPct)} % it spoils this metal`,
        why: POISON_WHY[check.why] ?? '',
        source,
      }
    case 'unmixed':
      return {
        level: 'note',
        text: `${percent(check.pct)} % ${elementName(check.element)} does not stay dissolved: stir hard before every ladle, pour at the cool end`,
        why: 'It sinks in the crucible and sweats out as beads if the metal freezes slowly. A second melt mixes better.',
        source,
      }
    case 'iron-needles':
      return {
        level: 'mind',
        text: `${percent(check.ironPct)} % iron wants ${percent(check.wantedPct)} % manganese beside it; there is ${percent(check.manganesePct)} %`,
        why: 'Manganese turns brittle iron needles into rounder crystals. Add a manganese hardener, or dilute the iron.',
        source,
      }
    case 'sludge':
      return {
        level: 'mind',
        text: `Sludge factor ${check.factor.toFixed(2)} (Fe + 2 Mn + 3 Cr), at most ${check.most}`,
        why: 'Hard crystals settle out in the crucible when the melt is held cool. Hold it hot, or dilute.',
        source,
      }
    case 'zinc-die-casting':
      return {
        level: 'mind',
        text: `Much zinc for an aluminium melt in ${check.lots.map(tools.lotName).join(', ')}: make sure it is what you want`,
        why: 'Zinc die castings look like aluminium and weigh more than twice as much; their zinc boils off as white fume.',
        source,
      }
    case 'crucible-family':
      return {
        level: 'mind',
        text: `The heat before this one was ${FAMILY[check.last] ?? 'of another family'}: take this family’s own crucible and tools`,
        why: 'What is left in the wall poisons the next family: iron and silicon into bronze, copper and lead into aluminium.',
        source,
      }
    case 'casts-badly':
      return {
        level: 'note',
        text: `This casts badly: it ${check.rangeC === null ? '' : `freezes over about ${tools.degreesApart(check.rangeC)} and `}has no silicon to keep it running or to heal its tears`,
        why: `${tools.grams(check.siliconG)} of silicon would bring it to ${check.siliconPct} %, and it runs and feeds like a casting alloy; ${tools.grams(check.copperG)} of copper to ${check.copperPct} % makes it harder. For ingots to be blended later it does not matter.`,
        source,
      }
    case 'pot-never':
      return {
        level: 'stop',
        text: `Never in this crucible: it is of ${check.material}, and ${METAL_DOES[check.metal] ?? 'this metal'} goes through it`,
        why: 'It dissolves and softens at the heat this metal wants, and lets go with the metal in it. Take clay-graphite or silicon carbide.',
        source,
      }
    case 'pot-bare':
      return {
        level: 'mind',
        text: `This steel crucible has had no wash since it last held metal${check.iron ? `: ${ironWords(check.iron)}` : ''}`,
        why: 'Two thin coats, baked on until they are dry right through, keep the iron out; write it down under Gear. Damp wash spits.',
        source,
      }
    case 'pot-iron':
      return {
        level: check.iron.meltPct > (check.iron.maxPct ?? Infinity) ? 'mind' : 'note',
        text: capital(ironWords(check.iron)),
        why: 'Cooler and shorter gives less; a clay-graphite crucible gives none. Iron does not come out again.',
        source,
      }
    case 'crucible-full':
      return {
        level: 'stop',
        text: `It does not fit: ${tools.grams(check.wantsG)} of melt, and the crucible takes ${tools.grams(check.holdsG)} with a fifth left free`,
        why: 'Lower the tap mass or take a larger crucible that your tongs fit.',
        source,
      }
    case 'live-rounds':
      return {
        level: 'stop',
        text: `${capital(listed(check.lots.map(tools.lotName)))} may hold live rounds: every case looked into by hand, away from fire`,
        why: 'A live or misfired cartridge, a primer or powder in the melt is a bomb. What you have not proved empty yourself never comes near a furnace.',
        source,
      }
    case 'residue':
      return {
        level: check.breaks.some(({ pct, max }) => pct > MUCH_OVER * max) ? 'stop' : 'mind',
        text:
          check.massG === null
            ? `The crucible last held ${check.alloy} (${heatStamp(check.heat)}), and nothing says how much of it stayed`
            : `Of ${check.alloy} (${heatStamp(check.heat)}) up to ${tools.grams(check.massG)} may have stayed in the crucible: with it ${listed(
                check.breaks.map(
                  ({ element, pct, max }) =>
                    `${elementName(element)} comes to about ${percent(pct)} %, limit ${percent(max)}`,
                ),
              )}`,
        why: 'What sticks to the wall melts into the next heat. Scraped out while hot, say so under Target; else take another crucible, or melt a wash heat of scrap of this family in it and pour that out first.',
        source,
      }
    case 'pot-shared':
      return {
        level: 'mind',
        text: `${capital(listed(check.heats.map(({ number, alloy }) => `${heatStamp(number)} (${alloy})`)))}, open too, ${check.heats.length > 1 ? 'are' : 'is'} planned in the same crucible`,
        why: 'Whichever is poured first leaves some of itself for the other.',
        source,
      }
    case 'first-fire':
      return {
        level: 'stop',
        text: 'This crucible has never been fired: give it its first firing before it takes metal',
        why: 'A damp new crucible cracks or bursts with the metal in it. Gear has the steps and a clock for them.',
        source,
      }
    case 'crucible-worn':
      return {
        level: 'stop',
        text: `Retire this crucible: ${WORN[check.why as keyof typeof WORN] ?? 'it is worn'}`,
        why: 'It fails in the tongs, full. Take another; one crucible costs less than one foot.',
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
