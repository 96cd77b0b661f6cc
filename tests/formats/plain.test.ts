import { formatsAgree } from '../helpers/formatsAgree.js';

formatsAgree('plain', ['yield-by-bed', 'yield-marked', 'kale-season', 'growth-curve', 'soil-sensor']);
