/** A fault of a profile: where, what, and what would mend it where that can be said. */
export type ProfileFault = { path: (string | number)[]; message: string; mend?: string };
