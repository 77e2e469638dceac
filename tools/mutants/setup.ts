import fc from 'fast-check';

// The same cases as in npm test; the first that fails is enough, no smaller one is looked for.
fc.configureGlobal({ ...fc.readConfigureGlobal(), endOnFailure: true });
