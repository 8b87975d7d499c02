/** A tap on a field that shows what is chosen takes all of it: what is typed then stands in its place, not in the middle. */
export function takeAll(event: Event, chosen: string | undefined): void {
  const field = event.target
  if (field instanceof HTMLInputElement && field.value === chosen) field.select()
}
