/** The reference package of the filter's test ships no types. */
declare module 'kalman-filter' {
  export class KalmanFilter {
    constructor(options: unknown)
    filterAll(observations: number[][]): number[][]
  }
}
