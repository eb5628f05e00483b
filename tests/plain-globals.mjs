import vm from 'node:vm';
import { TestEnvironment } from 'jest-environment-node';

/**
 * The environment of Node for tests, with a global object of its own that is an ordinary one: by itself Jest puts a proxy before it, and
 * each `Math` or `Uint8Array` of an inner loop goes through that (Node, vm.constants.DONT_CONTEXTIFY). A Node that has none does as before.
 */
export default class PlainGlobals extends TestEnvironment {
  constructor(config, context) {
    const { createContext } = vm;
    const plain = vm.constants?.DONT_CONTEXTIFY;
    if (plain) vm.createContext = () => createContext(plain);
    try {
      super(config, context);
    } finally {
      vm.createContext = createContext;
    }
  }
}
