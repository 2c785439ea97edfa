import type { Stage, StagedPlanting } from './scene'

/** A stage on its way to a page: five years of heights as plain rows of numbers, a third as long as named ones. */
export interface PackedStage extends Omit<Stage, 'plantings'> {
  plantings: PackedPlanting[]
}
interface PackedPlanting extends Omit<StagedPlanting, 'course' | 'cover'> {
  /** `anchors`: day, cm and spread of each in turn, days from the first of the stage. */
  course: Omit<StagedPlanting['course'], 'anchors'> & { anchors: number[] }
  /** `points`: day and percent of each in turn. */
  cover: (Omit<NonNullable<StagedPlanting['cover']>, 'points'> & { points: number[] }) | null
}
/** No digit that nobody can see: a quarter of an hour, a millimetre, a tenth of a percent. */
const to = (value: number, places: number) => Number(value.toFixed(places))

export function packStage(stage: Stage): PackedStage {
  const from = stage.firstDay
  return {
    ...stage,
    plantings: stage.plantings.map((staged) => ({
      ...staged,
      course: {
        ...staged.course,
        anchors: staged.course.anchors.flatMap(({ day, cm, sd }) => [
          to(day - from, 2),
          to(cm, 1),
          to(sd, 2),
        ]),
      },
      cover: staged.cover && {
        ...staged.cover,
        points: staged.cover.points.flatMap(({ day, percent }) => [
          to(day - from, 2),
          to(percent, 1),
        ]),
      },
    })),
  }
}

/** The stage again. Which entry a cover was read from is not told on this page. */
export function unpackStage(packed: PackedStage): Stage {
  const from = packed.firstDay
  return {
    ...packed,
    plantings: packed.plantings.map((staged) => ({
      ...staged,
      course: {
        ...staged.course,
        anchors: rows(staged.course.anchors, 3).map(([day, cm, sd]) => ({
          day: from + day,
          cm,
          sd,
        })),
      },
      cover: staged.cover && {
        ...staged.cover,
        points: rows(staged.cover.points, 2).map(([day, percent]) => ({
          day: from + day,
          percent,
          entryId: '',
        })),
      },
    })),
  }
}

const rows = (flat: readonly number[], width: number): number[][] =>
  Array.from({ length: flat.length / width }, (_, i) => flat.slice(i * width, (i + 1) * width))
