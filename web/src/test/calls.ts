/** How the core calls, for tests of what is drawn from it. */
export const CALLS: Record<string, { words: string; presses: number | null; again: boolean }> = {
  turn_off_now: { words: 'Turn off now', presses: 0, again: true },
  add_water: { words: 'Pour water in', presses: 3, again: false },
  read_now: { words: 'Read the pan now', presses: 5, again: false },
  test: { words: 'Test a cooled drop', presses: 6, again: false },
  keep_boiling: { words: 'Let it boil', presses: null, again: false },
}
