/** How often the truth lay in the range, of how many looks. */
export class Tally {
  private inside = 0
  looks = 0
  add(truth: number, { low, high }: { low: number; high: number }): void {
    this.looks++
    if (truth >= low && truth <= high) this.inside++
  }
  get percent(): number {
    return (100 * this.inside) / this.looks
  }
}
