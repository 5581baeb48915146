import { liveTimers, type StepTimer } from '#core/heat'
import { useRemembered } from '~/shared/page/useRemembered'

/** Timers of steps that run on this device, whatever page is open. They outlast a reload. */
export function useStepTimers() {
  const timers = useRemembered<StepTimer[]>('step-timers', [])

  /** Sets a timer; one of the same step takes its place. */
  function set(timer: StepTimer): void {
    const others = timers.value.filter(({ heatId, step }) => heatId !== timer.heatId || step !== timer.step)
    timers.value = [...others, timer]
  }
  const drop = ({ heatId, step }: Pick<StepTimer, 'heatId' | 'step'>): void => {
    timers.value = timers.value.filter((one) => one.heatId !== heatId || one.step !== step)
  }
  return { timers, set, drop, live: liveTimers }
}
