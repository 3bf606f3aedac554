/** What work that pauses in between comes to in the end. */
export function finished<T>(steps: Iterator<unknown, T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
