import { formatsAgree } from '../helpers/formatsAgree.js';

formatsAgree('plain');
