// Databases of tests live for seconds: their time goes into starting, not into making their code faster.
require('node:v8').setFlagsFromString('--liftoff-only');
