import { z } from 'zod';

const KIND: Record<string, string> = {
  string: 'text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
  record: 'an object',
  null: 'null',
};
const UNIT: Record<string, string> = { string: ' characters', array: ' of them', set: ' of them' };

/** What would be accepted, where a schema does not say it in words of its own. */
z.config({
  customError(issue) {
    switch (issue.code) {
      case 'invalid_type':
        return issue.input === undefined ? 'is missing' : `must be ${KIND[issue.expected] ?? issue.expected}`;
      case 'invalid_value':
        return `must be ${issue.values.length > 1 ? 'one of ' : ''}${issue.values.map(String).join(', ')}`;
      case 'too_small':
        if (UNIT[issue.origin] && issue.minimum === 1) return 'must not be empty';
        return `${issue.inclusive === false ? 'more than' : 'at least'} ${String(issue.minimum)}${UNIT[issue.origin] ?? ''}`;
      case 'too_big':
        return `${issue.inclusive === false ? 'less than' : 'at most'} ${String(issue.maximum)}${UNIT[issue.origin] ?? ''}`;
      case 'not_multiple_of':
        return `must be a multiple of ${issue.divisor}`;
      case 'unrecognized_keys':
        return `unknown: ${issue.keys.join(', ')}`;
      case 'invalid_union':
        return 'is not a known kind';
      default:
        return undefined;
    }
  },
});
