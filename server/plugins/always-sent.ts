import { setResponseHeader } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { overTls } from '../limits/client-of'

/** Over TLS a browser is to come back over TLS for half a year. */
const HSTS = 'max-age=15552000; includeSubDomains'

/** What goes with every answer, files included. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    // All the app needs comes from its own address: nothing else is let into its process.
    setResponseHeader(event, 'cross-origin-embedder-policy', 'require-corp')
    setResponseHeader(event, 'cross-origin-resource-policy', 'same-origin')
    setResponseHeader(event, 'x-content-type-options', 'nosniff')
    if (overTls(event)) setResponseHeader(event, 'strict-transport-security', HSTS)
  })
})
