/** Opens the workshop once, when the server starts; closes it on a signal. */
export async function register() {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.JICARA_DATA) return;
  const { openWorkshop } = await import('./app/open-workshop');
  await openWorkshop();
}
