import { t } from '~/words'
import { navigateTo, useRoute } from '#imports'
import { computed } from 'vue'
import { heatStamp } from '#core/heat'
import { useNotices } from '~/shared/page/useNotices'
import { useYard } from '~/storage/yard-store'
import { WALK } from './walk-words'
import { useWalking } from './useWalking'

/** A walk through one heat of the demo yard, done with the real controls and taken back whole at its end. */
export function useWalk() {
  const yard = useYard()
  const route = useRoute()
  const { announce } = useNotices()
  const walking = useWalking()
  /** The heat that lies ready for it. */
  const ready = computed(() =>
    yard.heats.findLast(
      ({ loggedAt, weighed, alloy, tapMassG }) => !loggedAt && !weighed.length && !!alloy && !!tapMassG,
    ),
  )
  const heat = computed(() => yard.heats.find(({ id }) => id === walking.value?.heatId))
  const step = computed(() => (walking.value && heat.value ? WALK[walking.value.step] : undefined))
  const done = computed(() => !!step.value && !!heat.value && step.value.done(heat.value))
  const here = computed(
    () => !!step.value && !!heat.value && route.path === step.value.path(heat.value.number),
  )

  async function to(at: number): Promise<void> {
    const next = WALK[at]
    if (!walking.value || !heat.value || !next) return
    walking.value = { ...walking.value, step: at }
    await navigateTo(next.path(heat.value.number))
  }
  async function begin(): Promise<void> {
    if (!ready.value) return
    walking.value = { heatId: ready.value.id, step: 0, cursor: yard.journal.cursor }
    await navigateTo(WALK[0]!.path(ready.value.number))
  }
  /** All that was done since is undone, the last first. */
  async function end(): Promise<void> {
    const { cursor = yard.journal.cursor } = walking.value ?? {}
    const stamp = heat.value ? heatStamp(heat.value.number) : ''
    walking.value = null
    await navigateTo('/')
    while (yard.journal.cursor > cursor && yard.undo());
    announce(t('guided-tour.ended', { heatNumber: stamp }))
  }
  return { walking, ready, heat, step, done, here, to, begin, end }
}
