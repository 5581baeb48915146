import type { LineSource } from './line-source'

/** As much of a Web Serial port as is used here. */
export interface SerialPortLike {
  open: (options: { baudRate: number }) => Promise<void>
  readable: ReadableStream<Uint8Array> | null
  close: () => Promise<void>
}
interface SerialLike {
  requestPort: () => Promise<SerialPortLike>
}

const BAUD = 9600
const LONGEST = 4000

/** Whether this browser can talk to a serial line. */
export const canSerial = (): boolean => 'serial' in navigator

/** Lines of an instrument on a serial port, cut at line ends. */
export const serialLines: LineSource = async (_, { line, lost }) => {
  const port = await (navigator as unknown as { serial: SerialLike }).serial.requestPort()
  await port.open({ baudRate: BAUD })
  let shut = false
  const reader = port.readable?.getReader()
  void (async () => {
    const decoder = new TextDecoder()
    let rest = ''
    try {
      for (;;) {
        const chunk = await reader?.read()
        if (!chunk || chunk.done) break
        const parts = (rest + decoder.decode(chunk.value, { stream: true })).split(/\r?\n/)
        rest = (parts.pop() ?? '').slice(-LONGEST)
        for (const part of parts) if (part.trim()) line(part)
      }
    } catch {
      // A pulled plug ends the line like its end does.
    }
    if (!shut) lost()
  })()
  return () => {
    shut = true
    void reader?.cancel().then(() => port.close())
  }
}
