import { configure } from '@testing-library/dom';

// A second is short for a role looked up in a whole station when the machine is busy; waiting longer asserts the same.
configure({ asyncUtilTimeout: 20_000 });
