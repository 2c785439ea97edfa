/** One activity of a project: PERT durations in one unit, what must be finished first, and a wait after it. */
export interface Activity {
  id: string
  best: number
  likely: number
  worst: number
  after: readonly string[]
  /** Time that must pass after the activity before a follower may start. */
  wait?: number
}
interface ScheduledActivity {
  id: string
  mean: number
  variance: number
  earliestStart: number
  earliestFinish: number
  latestStart: number
  latestFinish: number
  slack: number
  critical: boolean
}
export interface Schedule {
  activities: ScheduledActivity[]
  /** Expected length of the project, and the variance summed along the mean critical path. */
  duration: number
  variance: number
}

/** PERT mean (a + 4m + b)/6 and variance ((b − a)/6)². Source: Malcolm, Roseboom, Clark & Fazar 1959, Oper. Res. 7:646–669. */
export function pert({ best, likely, worst }: Pick<Activity, 'best' | 'likely' | 'worst'>): {
  mean: number
  variance: number
} {
  return { mean: (best + 4 * likely + worst) / 6, variance: ((worst - best) / 6) ** 2 }
}

const SLACK_TOLERANCE = 1e-9

/**
 * Critical path by forward and backward pass (Malcolm et al. 1959; Kelley & Walker 1959).
 * Throws on an unknown predecessor, a repeated id, or a circle. An empty project lasts zero.
 */
export function schedule(activities: readonly Activity[]): Schedule {
  const order = topological(activities)
  const byId = new Map(order.map((activity) => [activity.id, activity]))
  const start = new Map<string, number>()
  const finish = new Map<string, number>()
  for (const activity of order) {
    const ready = Math.max(
      0,
      ...activity.after.map((id) => finish.get(id)! + (byId.get(id)!.wait ?? 0)),
    )
    start.set(activity.id, ready)
    finish.set(activity.id, ready + pert(activity).mean)
  }
  const duration = Math.max(
    0,
    ...order.map(
      (activity) =>
        finish.get(activity.id)! + (hasFollower(activity.id, order) ? 0 : (activity.wait ?? 0)),
    ),
  )
  const latestFinish = new Map<string, number>()
  for (const activity of [...order].reverse()) {
    const followers = order.filter((candidate) => candidate.after.includes(activity.id))
    const bound =
      followers.length === 0
        ? duration
        : Math.min(
            ...followers.map((follower) => latestFinish.get(follower.id)! - pert(follower).mean),
          )
    latestFinish.set(activity.id, bound - (activity.wait ?? 0))
  }
  const scheduled = order.map((activity) => {
    const { mean, variance } = pert(activity)
    const latest = latestFinish.get(activity.id)!
    const slack = latest - finish.get(activity.id)!
    return {
      id: activity.id,
      mean,
      variance,
      slack,
      critical: slack < SLACK_TOLERANCE * Math.max(1, duration),
      earliestStart: start.get(activity.id)!,
      earliestFinish: finish.get(activity.id)!,
      latestStart: latest - mean,
      latestFinish: latest,
    }
  })
  return { activities: scheduled, duration, variance: criticalVariance(scheduled, byId) }
}

/** Variance along one critical chain (where several tie, the one of greatest variance: the cautious answer). */
function criticalVariance(
  scheduled: readonly ScheduledActivity[],
  byId: ReadonlyMap<string, Activity>,
): number {
  const critical = new Map(
    scheduled.filter((activity) => activity.critical).map((activity) => [activity.id, activity]),
  )
  const longest = new Map<string, number>()
  for (const [id, activity] of critical) {
    const through = byId
      .get(id)!
      .after.filter((before) => longest.has(before))
      .map((before) => longest.get(before)!)
    longest.set(id, activity.variance + Math.max(0, ...through))
  }
  return Math.max(0, ...longest.values())
}

function hasFollower(id: string, activities: readonly Activity[]): boolean {
  return activities.some((activity) => activity.after.includes(id))
}

function topological(activities: readonly Activity[]): Activity[] {
  const ids = new Set(activities.map((activity) => activity.id))
  if (ids.size !== activities.length) throw new Error('Two activities share an id')
  for (const activity of activities) {
    const missing = activity.after.find((id) => !ids.has(id))
    if (missing !== undefined)
      throw new Error(`Activity ${activity.id} waits for ${missing}, which is not in the plan`)
  }
  const done = new Set<string>()
  const order: Activity[] = []
  let waiting = [...activities]
  while (waiting.length > 0) {
    const ready = waiting.filter((activity) => activity.after.every((id) => done.has(id)))
    if (ready.length === 0)
      throw new Error(
        `These activities wait for each other: ${waiting.map((activity) => activity.id).join(', ')}`,
      )
    for (const activity of ready) {
      done.add(activity.id)
      order.push(activity)
    }
    waiting = waiting.filter((activity) => !done.has(activity.id))
  }
  return order
}
