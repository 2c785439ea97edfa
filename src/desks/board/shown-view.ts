/** The drawing of a view on the page; of a narrow page, which shows one view at a time, the one that is shown. */
export const shownView = (view: string): SVGSVGElement | null =>
  document.querySelector<SVGSVGElement>(`svg[data-view="${view}"]`) ??
  document.querySelector<SVGSVGElement>('svg[data-view]')

/** While the drawing is seen aged none of its views is on the page. */
export const NO_VIEW =
  'It is seen aged just now: choose “today” below the drawing, and fetch it then.'
