/** Coordinates gathered one triangle after another, without knowing how many there will be. */
export class TriangleList {
  private room = new Float32Array(9 * 4096)
  private used = 0

  push(value: number): void {
    if (this.used === this.room.length) {
      const wider = new Float32Array(2 * this.room.length)
      wider.set(this.room)
      this.room = wider
    }
    this.room[this.used++] = value
  }

  get length(): number {
    return this.used
  }

  /** What was gathered, cut to whole triangles. */
  done(): Float32Array {
    return this.room.slice(0, this.used - (this.used % 9))
  }
}
