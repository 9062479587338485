/**
 * The core's own tests of scoring and walking as one file, for mutation testing: a mutant costs one loading of the modules, not ten.
 * Those that take seconds each and find no more are left out; worked examples come first, since most mutants fall to them.
 */
import '../core/score/credit.test';
import '../core/score/kinds.test';
import '../core/score/result.test';
import '../core/score/formula.test';
import '../core/run/run.test';
import '../core/text/rich.test';
import '../core/run/walk.test';
