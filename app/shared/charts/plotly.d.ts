declare module 'plotly.js/lib/core' {
  const Plotly: {
    register(modules: unknown[]): void
    react(frame: HTMLElement, data: object[], layout: object, config: object): Promise<void>
    purge(frame: HTMLElement): void
  }
  export default Plotly
}
declare module 'plotly.js/lib/bar' {
  const trace: unknown
  export default trace
}
declare module 'plotly.js/lib/sankey' {
  const trace: unknown
  export default trace
}
