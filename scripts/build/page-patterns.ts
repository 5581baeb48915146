interface Page {
  path: string
  children?: Page[]
}

/** The addresses of an app's pages, as the router writes them; the page for everything else is none of them. */
function addresses(pages: readonly Page[], above = ''): string[] {
  return pages.flatMap(({ path, children = [] }) => {
    const whole = path.startsWith('/') ? path : `${above.replace(/\/$/, '')}/${path}`
    return whole.includes('(.*)') ? [] : [whole, ...addresses(children, whole)]
  })
}

/** Addresses in which nothing is left open. */
export const pagesWithoutPlaces = (pages: readonly Page[]): string[] =>
  addresses(pages).filter((path) => !path.includes(':'))

/** The addresses of an app's pages, as patterns. */
export function pagePatterns(pages: readonly Page[]): string[] {
  return addresses(pages).map((whole) => {
    const pattern = whole
      .replace(/\/$/, '')
      .split('/')
      .map((part) =>
        part.startsWith(':') ? '[^/]+' : part.replaceAll(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`),
      )
      .join('/')
    return `^${pattern}/?$`
  })
}
