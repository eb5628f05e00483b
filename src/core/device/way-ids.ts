/** The ways by which a system comes onto the new drive. */
export const wayIds = ['copy-on-dock', 'stick', 'network', 'format', 'donor'] as const;
