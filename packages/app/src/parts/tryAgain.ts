/**
 * Fetches what could not be loaded anew. Browsers may remember that a module failed for as long as the page lives, so the
 * page is loaded again, once the server answers: drafts are saved as they are typed and the address says where we are.
 * Gives false, and leaves everything as it stands, while there is nobody to load it from.
 */
export async function tryAgain(): Promise<boolean> {
  const answer = await fetch("/api/health").catch(() => undefined);
  if (!answer?.ok) return false;
  window.location.reload();
  return true;
}
