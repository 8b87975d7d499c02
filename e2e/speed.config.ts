import base from './playwright.config'

/** `make bench`: figures for docs/performance.md. Nothing here passes or fails by speed. */
export default { ...base, projects: [{ name: 'table' }], testDir: './speed', workers: 1 }
