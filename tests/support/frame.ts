import { reactive } from 'vue'

/* Stands in for what Nuxt gives, in tests without a browser: the address that is open, and where the app went. */
export const route = reactive<{ params: Record<string, string>; query: Record<string, string> }>({
  params: {},
  query: {},
})
export const went: string[] = []
export const useRoute = () => route
export const navigateTo = async (to: string) => void went.push(to)
