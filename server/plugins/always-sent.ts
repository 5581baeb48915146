import { setResponseHeader } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { overTls } from '../limits/client-of'

/**
 * Over TLS a browser is to come back over TLS for half a year; but in the shed, where the page that tells how to trust
 * it stands at the same name without.
 */
const HSTS = process.env.HEPHAESTAL_SHED ? null : 'max-age=15552000; includeSubDomains'

/** What goes with every answer, files included. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    // All the app needs comes from its own address: nothing else is let into its process.
    setResponseHeader(event, 'cross-origin-embedder-policy', 'require-corp')
    setResponseHeader(event, 'cross-origin-resource-policy', 'same-origin')
    setResponseHeader(event, 'x-content-type-options', 'nosniff')
    if (HSTS && overTls(event)) setResponseHeader(event, 'strict-transport-security', HSTS)
  })
})
