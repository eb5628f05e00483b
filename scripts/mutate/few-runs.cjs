// A planted fault that a property finds, it finds in a few runs; each fault is tried, so that they add up.
require('fast-check').configureGlobal({ numRuns: 25 });
