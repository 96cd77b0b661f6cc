import { formatsAgree } from '../helpers/formatsAgree.js';

formatsAgree('mono', ['yield-by-bed', 'bed-shares', 'two-years']);
