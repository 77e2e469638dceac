import fc from 'fast-check';

// The same cases in every run: a failure is then a change of ours, and anyone can repeat it.
fc.configureGlobal({ seed: 20_261_123 });
