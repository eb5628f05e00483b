/** The cookie that names who works at this window; two tablets at one job each name their own. */
export const workingCookie = 'working';

/** Whom the window that asks names; null where nobody was picked there yet. */
export function askedBy(request: Request): string | null {
  const cookies = request.headers.get('cookie') ?? '';
  const found = cookies.split(/;\s*/u).find((one) => one.startsWith(`${workingCookie}=`));
  return found ? initialsIn(found.slice(workingCookie.length + 1)) : null;
}

/** Initials as a cookie carries them; null where they cannot be any. */
export function initialsIn(text: string | undefined): string | null {
  if (text === undefined) return null;
  try {
    const initials = decodeURIComponent(text);
    return initials.length > 0 && initials.length <= 8 ? initials : null;
  } catch {
    return null;
  }
}
