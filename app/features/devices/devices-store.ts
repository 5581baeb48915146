import { t } from '~/words'
import { why } from '~/storage/why'
import { now, useYard } from '~/storage/yard-store'
import { defineStore } from 'pinia'
import { computed, markRaw, reactive, ref } from 'vue'
import {
  DEVICE_KINDS,
  deviceQuerySchema,
  parseLine,
  watchReadings,
  type DeviceFault,
  type DeviceKind,
  type DeviceReading,
  type LineFault,
  type TimedReading,
} from '#core/devices'
import { SERVED } from '~/shared/page/served'
import { browserLines } from './browser-lines'
import type { LineSource } from './line-source'
import { serialLines } from './serial-lines'
import { serverLines } from './server-lines'
import { useProbeRecorder } from './useProbeRecorder'

const SOURCES: Readonly<Record<SourceId, LineSource>> = {
  server: serverLines,
  browser: browserLines,
  serial: serialLines,
}
export type SourceId = 'server' | 'browser' | 'serial'

/** How one instrument stands. */
interface Standing {
  running: boolean
  source: SourceId
  faults: DeviceFault[]
  reading: DeviceReading | null
  /** as it came in */
  line: string
  fault: LineFault | null
  at: number
  /** a source that broke off and what took its place */
  lost: SourceId | null
  refused: string
}

const KEPT = 40
const standing = (): Standing => ({
  running: false,
  source: SERVED ? 'server' : 'browser',
  faults: [],
  reading: null,
  line: '',
  fault: null,
  at: 0,
  lost: null,
  refused: '',
})

/** The instruments that are connected, real or pretended, and what they read. */
export const useDevices = defineStore('devices', () => {
  const devices = reactive(
    Object.fromEntries(DEVICE_KINDS.map((kind) => [kind, standing()])) as Record<DeviceKind, Standing>,
  )
  const settings = reactive<Record<DeviceKind, Record<string, string | number>>>({
    thermocouple: { fromC: 20, toC: 1100, tauS: 60, freezesC: 0, overC: 0 },
    scale: { loadG: 500, tareG: 0 },
    analyser: {},
  })
  const shut: Partial<Record<DeviceKind, () => void>> = {}
  const readings = ref<TimedReading[]>([])
  /** the heat whose log the thermocouple writes by itself */
  const recordsFor = ref<string | null>(null)
  const tick = ref(Date.now())
  let ticking: ReturnType<typeof setInterval> | null = null

  function take(kind: DeviceKind, line: string): void {
    const device = devices[kind]
    const read = parseLine(kind, line)
    device.line = line
    device.fault = typeof read === 'string' ? read : null
    if (typeof read === 'string') return
    // Plain, so that a record made of it can be stored.
    device.reading = markRaw(read)
    device.at = Date.now()
    if (read.kind === 'thermocouple')
      readings.value = [...readings.value, { atS: device.at / 1000, celsius: read.celsius }].slice(-KEPT)
  }

  async function start(kind: DeviceKind, source: SourceId = devices[kind].source): Promise<void> {
    stop(kind)
    const device = devices[kind]
    Object.assign(device, { ...standing(), running: true, source, faults: device.faults, lost: device.lost })
    if (kind === 'thermocouple') readings.value = []
    ticking ??= setInterval(() => (tick.value = Date.now()), 1000)
    const query = deviceQuerySchema.parse({ kind, ...settings[kind], faults: device.faults.join(',') })
    try {
      shut[kind] = await SOURCES[source](query, {
        line: (text) => take(kind, text),
        lost: () => void broke(kind, source),
      })
    } catch (error) {
      device.running = false
      device.refused = why(error)
    }
  }

  /** The server gone: the pretended instrument goes on in this browser. A real one waits to be plugged in again. */
  async function broke(kind: DeviceKind, source: SourceId): Promise<void> {
    const device = devices[kind]
    if (!device.running || device.source !== source) return
    device.lost = source
    const last = device.reading
    if (source !== 'server') {
      device.running = false
      return
    }
    if (last?.kind === 'thermocouple') settings.thermocouple.fromC = Math.max(0, last.celsius)
    await start(kind, 'browser')
    device.reading = last
  }

  function stop(kind: DeviceKind): void {
    shut[kind]?.()
    shut[kind] = undefined
    devices[kind].running = false
  }

  /** What looks wrong with the thermocouple, while one is running. */
  const trouble = computed(() => {
    const device = devices.thermocouple
    if (!device.running) return null
    if (device.fault === 'open') return 'open'
    if (device.reading === null) return null
    return watchReadings(readings.value, Math.max(tick.value, device.at) / 1000)
  })
  /** The newest temperature as shown, where nothing looks wrong, °C. */
  const celsius = computed(() => {
    const { running, reading } = devices.thermocouple
    return running && reading?.kind === 'thermocouple' && !trouble.value ? reading.celsius : null
  })

  const yard = useYard()
  useProbeRecorder({
    celsius,
    readings,
    heat: () => yard.heats.find(({ id }) => id === recordsFor.value),
    now,
    write: (after) =>
      void yard.commit(
        t('devices.readings-edit'),
        [{ collection: 'heats', id: after.id, after }],
        `probe-${after.id}`,
      ),
  })

  return { devices, settings, readings, recordsFor, trouble, celsius, start, stop }
})
