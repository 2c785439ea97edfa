/** The desks of a tank that exist, in the order of the work. A desk gets its tab when it is built, not before. */
export const DESKS = [
  { path: '', name: 'Look', answers: 'what does it look like' },
  { path: '/round', name: 'Round', answers: 'what do I see today' },
  { path: '/water', name: 'Water', answers: 'is it drifting, what to change' },
  { path: '/plants', name: 'Plants', answers: 'how fast, when to trim, what is starving' },
  { path: '/board', name: 'Board', answers: 'what if it stood otherwise' },
  { path: '/rescape', name: 'Rescape', answers: 'is it time, how much, how' },
  { path: '/book', name: 'Book', answers: 'what happened' },
  {
    path: '/stands',
    name: 'On paper',
    answers: 'what it is made of: measures, things, animals, routines, moves',
  },
].map((desk, i) => ({ ...desk, key: String(i + 1) }))
