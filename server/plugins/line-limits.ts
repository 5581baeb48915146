import { defineNitroPlugin } from 'nitropack/runtime'
import { FRAME_BYTES } from '#core/relay'
import { isSameSite } from '../limits/is-same-site'
import { isKnownHost } from '../limits/known-hosts'

const no = (status: number, statusText: string) => new Response(null, { status, statusText })

/** Lines are opened at one address only, by the app's own pages; a frame longer than any of ours is not read. */
export default defineNitroPlugin((nitro) => {
  const upgrade = ({ url, headers }: { url: string; headers: Headers }) => {
    if (!URL.canParse(url)) return no(400, 'Bad Request')
    if (!new URL(url).pathname.endsWith('/api/group')) return no(404, 'Not Found')
    if (!isKnownHost(headers.get('host'))) return no(421, 'Misdirected Request')
    if (!isSameSite(headers)) return no(403, 'Forbidden')
  }
  const limits = { serverOptions: { maxPayload: FRAME_BYTES, perMessageDeflate: false } }
  nitro.h3App.options.websocket = { ...nitro.h3App.options.websocket, ...limits, hooks: { upgrade } }
})
