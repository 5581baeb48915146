/** The addresses the app has a page for, as patterns; the build fills them in. */
declare module '#app-pages' {
  export const PAGES: string[]
}
