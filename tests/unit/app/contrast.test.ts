import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { APP_SOURCES } from '../../support/app-sources'

/* Colours of both themes against each other, as they stand in the one file that names them. */

const css = readFileSync('app/assets/main.css', 'utf8')
/** The colours of a block, by the name of their token. */
function tokens(selector: RegExp): Record<string, string> {
  const block = selector.exec(css)![1]!
  return Object.fromEntries(
    [...block.matchAll(/--([\w-]+): (#[0-9a-f]{6});/g)].map(([, name, hex]) => [name!, hex!]),
  )
}
const light = tokens(/^:root \{([^}]*)\}/m)
const dark = tokens(/^:root\[data-theme='dark'\],\n\.furnace \{([^}]*)\}/m)

/** @source WCAG 2.2, relative luminance and contrast ratio */
function contrast(one: string, other: string): number {
  const luminance = (hex: string) =>
    [1, 3, 5]
      .map((at) => Number.parseInt(hex.slice(at, at + 2), 16) / 255)
      .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4))
      .reduce((sum, part, at) => sum + part * [0.2126, 0.7152, 0.0722][at]!, 0)
  const [low, high] = [luminance(one), luminance(other)].sort((a, b) => a - b)
  return (high! + 0.05) / (low! + 0.05)
}
const WRITTEN = ['ink', 'soft', 'ember', 'patina', 'amber', 'oxide', 'focus']
const UNDER = ['page', 'panel', 'well', 'patina-wash', 'amber-wash', 'oxide-wash']
const PAIRS = WRITTEN.flatMap((written) => UNDER.map((under) => [written, under] as const))

describe('contrast', () => {
  it('black on white is 21, grey #767676 on white 4.54 (WCAG 2.2)', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6)
    expect(contrast('#767676', '#ffffff')).toBeCloseTo(4.54, 2)
  })
  it('both themes name the same colours', () => {
    expect(Object.keys(dark)).toEqual(Object.keys(light))
    expect(Object.keys(light).length).toBe(15)
  })
  it.each(PAIRS)('%s on %s can be read in both themes', (written, under) => {
    for (const theme of [light, dark]) expect(contrast(theme[written]!, theme[under]!)).toBeGreaterThan(4.5)
  })
  it('what stands on the ember button, and on ink, can be read; the ring around what has the keyboard is seen', () => {
    for (const theme of [light, dark]) {
      expect(contrast(theme['ember-ink']!, theme.ember!)).toBeGreaterThan(4.5)
      expect(contrast(theme.page!, theme.ink!)).toBeGreaterThan(4.5)
      for (const under of UNDER) expect(contrast(theme.focus!, theme[under]!)).toBeGreaterThan(3)
    }
  })
  it('only drawings of metal, stamps and paper have colours of their own, the same in both themes', () => {
    const files = Object.entries(APP_SOURCES).filter(([file]) => file.endsWith('.vue'))
    const named = files.flatMap(([file, text]) =>
      [...text.matchAll(/(?:text|bg|border)-\[#|(?:[^-]color|background): *(?:#|rgb|hsl)/g)].map(
        ([found]) => `${file}: ${found}`,
      ),
    )
    const drawings = ['SheetPage', 'LabelsPage', 'QrCode', 'CompositionBar', 'BalanceBar', 'HeatStamp']
    expect(named.filter((one) => !drawings.some((drawing) => one.includes(`/${drawing}.vue`)))).toEqual([])
  })
})
