/**
 * A QR code as an SVG path on a grid of one unit a module.
 * @param text what it says; up to about 400 letters
 */
export async function qrPath(text: string): Promise<{ path: string; size: number }> {
  const { create } = await import('qrcode')
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  const { size, data } = modules
  let path = ''
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) if (data[y * size + x]) path += `M${x} ${y}h1v1h-1z`
  return { path, size }
}
