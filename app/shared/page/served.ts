import { useRuntimeConfig } from '#imports'

/** Whether the app's own server is behind the page: plain files have none, and then there are no lines from it. */
export const SERVED = typeof __SERVED__ === 'undefined' || __SERVED__

/** An address of the app, wherever it lies: '/open' under '/casting/' is '/casting/open'. */
export const addressOf = (path: string): string =>
  `${useRuntimeConfig().app.baseURL.replace(/\/$/, '')}${path}`
