/** The drawing of a view on the page; of a narrow page, which shows one view at a time, the one that is shown. */
export const shownView = (view: string): SVGSVGElement | null =>
  document.querySelector<SVGSVGElement>(`svg[data-view="${view}"]`) ??
  document.querySelector<SVGSVGElement>('svg[data-view]')
