interface Page {
  path: string
  children?: Page[]
}

/** The addresses of an app's pages, as patterns; the page for everything else is none of them. */
export function pagePatterns(pages: readonly Page[], above = ''): string[] {
  return pages.flatMap(({ path, children = [] }) => {
    const whole = path.startsWith('/') ? path : `${above.replace(/\/$/, '')}/${path}`
    if (whole.includes('(.*)')) return []
    const pattern = whole
      .replace(/\/$/, '')
      .split('/')
      .map((part) =>
        part.startsWith(':') ? '[^/]+' : part.replaceAll(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`),
      )
      .join('/')
    return [`^${pattern}/?$`, ...pagePatterns(children, whole)]
  })
}
