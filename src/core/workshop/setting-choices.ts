export const locales = ['en-GB', 'en-US', 'de-DE', 'fr-FR', 'pt-PT'] as const;

/** How dry the air at the bench is: heated in winter, north or south of the equator, or the same all year. */
export const benchAirs = ['season-north', 'season-south', 'dry', 'humid'] as const;
