import { formatsAgree } from '../helpers/formatsAgree.js';

formatsAgree('mono', ['bed-shares', 'two-years']);
