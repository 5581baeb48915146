import Plotly from 'plotly.js/lib/core'
import bar from 'plotly.js/lib/bar'
import sankey from 'plotly.js/lib/sankey'

Plotly.register([bar, sankey])

/** Draws a chart. The library changes what it is given, so it gets copies. */
export async function plot(frame: HTMLElement, data: object[], layout: object): Promise<void> {
  await Plotly.react(frame, structuredClone(data), structuredClone(layout), {
    displayModeBar: false,
    responsive: true,
  })
}

/** Frees what a chart holds. */
export function purge(frame: HTMLElement): void {
  Plotly.purge(frame)
}
