import { defineNitroPlugin } from 'nitropack/runtime'
import { endSolving } from '../solving/shared'

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('close', endSolving)
})
