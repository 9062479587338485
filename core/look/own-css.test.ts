import fc from 'fast-check';
import { CSS_NAMES, LONGEST_CSS, ownCss } from './own-css';

const css = (text: string) => ownCss(text).css;
const refused = (text: string) => ownCss(text).refused;

test.each([
  ['.answer{color:#123456}', '.v-panel .v-option{color:#123456}'],
  ['.sheet{border:3px solid red}', '.v-panel{border:3px solid red}'],
  ['.sheet .question{font-size:2em}', '.v-panel .v-prompt{font-size:2em}'],
  [
    '.answer:hover, .button{background:linear-gradient(red,blue)}',
    '.v-panel .v-option:hover,.v-panel .v-next{background:linear-gradient(red,blue)}',
  ],
  ['.answer:not(.answer:first-child){margin-top:4px}', '.v-panel .v-option:not(.v-option:first-child){margin-top:4px}'],
  ['.answer:nth-child(2n+1)::before{content:"→"}', '.v-panel .v-option:nth-child(2n+1)::before{content:"→"}'],
  [
    '@media (min-width: 500px){.title{letter-spacing:.1em}}',
    '@media (min-width:500px){.v-panel .v-headline{letter-spacing:.1em}}',
  ],
  ['.button{color:var(--v-on-button)}', '.v-panel .v-next{color:var(--v-on-button)}'],
])('%s reaches the quiz alone', (text, made) => expect(ownCss(text)).toEqual({ css: made, refused: [] }));

test.each([
  // What reaches out.
  ['@import url(https://evil.test/x.css);', /@import/],
  ['@import "//evil.test";', /@import/],
  ['@font-face{font-family:x;src:url(https://evil.test/x.woff2)}', /@font-face/],
  ['@charset "utf-8"; .x{}', /@charset|no name/],
  ['@namespace svg url(http://www.w3.org/2000/svg);', /@namespace/],
  ['@keyframes x{from{opacity:0}}', /@keyframes/],
  ['@layer a{.answer{color:red}}', /@layer/],
  ['@property --x{syntax:"*";inherits:true}', /@property/],
  ['.answer{background:url(https://evil.test/a.png)}', /addresses/],
  ['.answer{background:url("data:image/svg+xml,x")}', /addresses/],
  ['.answer{background:URL(//evil.test)}', /addresses/],
  ['.answer{background:image-set("https://evil.test/a.png" 1x)}', /image-set/],
  ['.answer{background:-webkit-image-set(url(//e.test) 1x)}', /image-set/],
  ['.answer{background:u\\72l(https://evil.test)}', /addresses|cannot/],
  ['.answer{background:src("https://evil.test")}', /src/],
  ['.answer{background:element(#x)}', /element/],
  ['.answer::before{content:attr(data-block)}', /attr/],
  ['.answer{width:expression(alert(1))}', /expression/],
  ['.answer{behavior:url(#default#time2)}', /behavior|addresses/],
  ['.answer{-moz-binding:url(//e.test)}', /binding|addresses/],
  // What covers, moves or hides.
  ['.sheet{position:fixed;inset:0}', /position/],
  ['.answer{position:absolute}', /position/],
  ['.answer{z-index:99}', /z-index/],
  ['.answer{display:none}', /display/],
  ['.answer{visibility:hidden}', /visibility/],
  ['.answer{opacity:0}', /opacity/],
  ['.answer{transform:translateY(-400px)}', /transform/],
  ['.answer{translate:0 -400px}', /translate/],
  ['.answer{float:left}', /float/],
  ['.answer{clip-path:inset(50%)}', /clip-path/],
  ['.answer{margin-top:-400px}', /margin/],
  ['.answer{margin:calc(0px - 400px)}', /margin/],
  ['.answer{outline:none}', /outline/],
  ['.answer{pointer-events:none}', /pointer-events/],
  ['.answer{color:red !important}', /important/],
  ['.answer{--v-ink:transparent}', /--v-ink/],
  ['.sheet{color:transparent}', /readable/],
  ['.sheet{font-size:0}', /readable/],
  ['.sheet *{color:red}', /names with a dot/],
  ['.answer + .sheet{text-indent:-999px}', /text-indent/],
  ['.sheet:is(.answer, .sheet){color:transparent}', /readable/],
  // What is no name of ours.
  ['body{background:red}', /names with a dot/],
  ['*{color:red}', /names with a dot/],
  ['#x{color:red}', /names with a dot/],
  ['[name=homepage]{color:red}', /names with a dot/],
  ['input{color:red}', /names with a dot/],
  ['.v-consent{color:red}', /no name/],
  ['.v-option{color:red}', /no name/],
  ['.toString{color:red}', /no name/],
  ['.answer:has(input){color:red}', /has/],
  [':root{color:red}', /root/],
  [':host{color:red}', /host/],
  ['.answer:not(body){color:red}', /names with a dot/],
  ['.answer:is(:root .answer){color:red}', /root/],
  ['.answer::part(x){color:red}', /part/],
  ['.answer{&:hover{color:red}}', /rules in rules|cannot|read/],
  // What breaks out of the element that it stands in.
  ['.answer::before{content:"</style><script>alert(1)</script>"}', /text/],
  ['.answer::before{content:"\\3c/style\\3e"}', /text/],
  ['</style><script>alert(1)</script>', /./],
  ['<!-- .answer{color:red} -->', /./],
  ['.answer{color:red', null],
  ['}}}}.answer{color:red}', /./],
  ['.answer{color:{red}}', /./],
])('%j is refused', (text, reason) => {
  const { css: made, refused: why } = ownCss(text);
  if (reason) expect(why.map((one) => one.reason).join('; ')).toMatch(reason);
  expect(made).not.toMatch(
    /<|@import|url\(|fixed|evil|transparent|-400px|!important|display|(^|[},])(?!\.v-panel|@media|@container|@supports)[^{}]*\{/i,
  );
});

test('each is told with its line, and the rest holds', () => {
  const text = '.answer { color: #111111 }\n\n.answer { display: none; color: #222222 }\nbody { color: red }';
  expect(refused(text)).toEqual([
    { line: 3, reason: 'display cannot be set here' },
    { line: 4, reason: 'only names with a dot can be dressed, such as .answer' },
  ]);
  expect(css(text)).toBe('.v-panel .v-option{color:#111111}\n.v-panel .v-option{color:#222222}');
});

test('length and depth have bounds, and time too', () => {
  expect(refused('.answer{color:red}'.repeat(LONGEST_CSS))).toEqual([{ line: 1, reason: '20000 characters at most' }]);
  const deep = `${'@media all{'.repeat(600)}.answer{color:red}${'}'.repeat(600)}`;
  expect(ownCss(deep)).toMatchObject({ css: '', refused: [{ reason: 'these stand too deep in each other' }] });
  expect(() => ownCss(`.answer${':not('.repeat(3_000)}`)).not.toThrow();
  expect(() => ownCss(`.answer{width:${'calc('.repeat(3_000)}`)).not.toThrow();
});

test('whatever is written, what comes out is ours, and is the same when it is read again in our names', () => {
  const part = fc.constantFrom(
    ...Object.keys(CSS_NAMES).map((name) => `.${name}`),
    'body',
    '*',
    ':hover',
    ':not(.answer)',
    ' ',
    '>',
    ',',
    '{',
    '}',
    'color:red',
    ';',
    'position:fixed',
    '@media all',
    '/*',
    '*/',
    '"',
    '\\',
    '<',
    'url(x)',
    '\n',
  );
  fc.assert(
    fc.property(fc.array(part, { maxLength: 40 }), (parts) => {
      const { css: made } = ownCss(parts.join(''));
      for (const rule of made.split('\n').filter(Boolean)) expect(rule).toMatch(/^(\.v-panel|@media)/);
      expect(made).not.toMatch(/fixed|url|<|body/);
    }),
  );
});
