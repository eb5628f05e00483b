import type { Proofs } from './proofs';

/** What is asked of a device of which nobody wrote down what it can show. */
const usual: Proofs = Object.freeze({
  readings: ['size-shown', 'read-test', 'parts-shown'],
  functions: [],
});

/** What is asked of a device at Prove. */
export const proofsOf = ({ proofs }: { proofs: Proofs | null }): Proofs => proofs ?? usual;
