/** Where this browser remembers whether single keys open desks. */
export const STORAGE = 'vivero-keys'
