import { object, optional, reason } from '../../schema/fields.js';
import { handTerms } from '../generated/ruleTerms.js';

const waiver = optional(reason('Why the rule is not followed.', 'the second garden is measured in buckets'));

/** Rules across figures that are waived, each with the reason. */
export const handWaiveField = optional(
  object(
    'Rules across figures that are not followed here, each with the reason, which the check shows.',
    Object.fromEntries(handTerms.map(({ name }) => [name, waiver])),
  ),
);
