// The parts of css-tree that are needed here; the whole of it carries a dictionary of all of CSS.
declare module 'css-tree/generator' {
  import { generate } from 'css-tree';
  export default generate;
}
declare module 'css-tree/parser' {
  import { parse } from 'css-tree';
  export default parse;
}
