export const TANK_FORMAT = 'vivero-tank'
export const TANK_VERSION = 3
export const TANK_FILE_MAX_MB = 64
