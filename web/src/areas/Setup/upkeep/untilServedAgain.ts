/** Waits until the server has started again, and opens the shop anew. */
export async function untilServedAgain() {
  // It stops within a moment; what answers before that is the old one.
  await new Promise((resolve) => setTimeout(resolve, 3000));
  for (;;) {
    try {
      const answer = await fetch('/api/welcome', { cache: 'no-store' });
      if (answer.ok) break;
    } catch {
      // Still starting.
    }
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  window.location.assign('/');
}
