/** To the millimetre: nobody draws finer. cm in, cm out. */
export const toMm = (cm: number): number => Math.round(cm * 10) / 10
