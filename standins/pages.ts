/** The pages of the made-up website, as text. */
const style = `
@font-face{font-family:Figtree;src:url(/fonts/figtree.woff2);font-weight:300 900;font-display:optional}
@font-face{font-family:SlowSerif;src:url(/fonts/serif.woff2);font-weight:200 900;font-display:optional}
*{box-sizing:border-box}
body{margin:0;background:#FBF4E6;color:#1D2B2A;font:18px/1.55 SlowSerif,Georgia,serif}
header{background:#1F423D;color:#FBF4E6;display:flex;align-items:center;gap:32px;padding:0 48px;min-height:60px;flex-wrap:wrap}
header b{font-size:23px;display:flex;gap:12px;align-items:center;margin-inline-end:auto}
header nav{display:flex;gap:26px;font:500 15px Figtree,sans-serif;flex-wrap:wrap}
header a{color:inherit;text-decoration:none;padding:20px 0 14px;border-bottom:3px solid transparent}
header a[aria-current]{border-color:#E0A63A}
.page{display:grid;grid-template-columns:196px minmax(0,688px) 228px;gap:32px 40px;justify-content:center;padding:24px 40px 80px}
aside{font:15px/1.5 Figtree,sans-serif;color:#4C5854}
aside ul{list-style:none;padding:0;margin:28px 0}
aside li{border-top:1px solid #DCCFAE;padding:8px 0}
aside h2{font:600 22px/1.2 SlowSerif,Georgia,serif;color:#1D2B2A;margin:0 0 8px}
aside.right{border-top:3px solid #E0A63A;padding-top:12px;align-self:start}
aside.right img{width:100%;height:128px;object-fit:cover;display:block}
h1{font:700 42px/1.1 SlowSerif,Georgia,serif;margin:0 0 14px;text-wrap:balance}
p{margin:0 0 18px}
figcaption{font-style:italic;margin-top:6px}
figure{margin:14px 0 0}
.quiz{margin:22px 0}
.quiz>button{font:600 17px Figtree,sans-serif;background:#B5432C;color:#fff;border:0;padding:14px 22px;cursor:pointer}
@media (max-width:1100px){.page{grid-template-columns:minmax(0,688px)}aside.left{display:none}}
@media (max-width:600px){header{padding:0 20px}header nav{display:none}.page{padding:20px 16px 60px}h1{font-size:32px}}
`;

const wheel = `<svg width="30" height="30" viewBox="0 0 30 30" aria-hidden="true"><g fill="none" stroke="#E0A63A" stroke-width="2.4"><circle cx="15" cy="15" r="13"/><path stroke-width="1.4" d="M15 2v26M2 15h26M6 6l18 18M24 6L6 24"/></g><circle cx="15" cy="15" r="3" fill="#E0A63A"/></svg>`;

const frame = (title: string, body: string) => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${title} · Slow Spoke</title><style>${style}</style></head>
<body><header><b>${wheel} Slow Spoke</b><nav aria-label="Slow Spoke"><a href="#">Routes</a><a href="#">Workshop</a><a href="#">Shop</a><a href="/" aria-current="page">Stories</a><a href="#">Festival</a></nav></header>
${body}</body></html>`;

/** How the quiz stands in a page: in its text, over it after a while or as somebody leaves, behind a button; or several of them. */
const quizzes = {
  text: `<div class="quiz" data-yes-maybe="tourer" data-title="What kind of tourer are you?" style="padding-bottom:calc(0.363 * min(100%, 688px) + 360px)"></div>`,
  later: `<div data-yes-maybe="overnight" data-title="Ready for your first overnight?" data-as="pop-up" data-when="4"></div>`,
  button: `<div class="quiz" data-yes-maybe="repair" data-title="Roadside repair check" data-as="button" data-button="Could you mend it? Find out"></div>`,
  leaving: `<div data-yes-maybe="wishes" data-title="Festival wishes" data-as="pop-up" data-when="leave"></div>`,
  several: `<div data-yes-maybe="tourer" data-title="What kind of tourer are you?"></div>
<div data-yes-maybe="wishes" data-title="Festival wishes"></div>
<div data-yes-maybe="repair" data-title="Roadside repair check" data-as="button" data-button="Could you mend it? Find out"></div>`,
};
export type Standing = keyof typeof quizzes;

const quoted = (text: string) => text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;');
/** Any quiz, as the address of the page says that it stands: `?quiz=…&title=…&as=…&data-…=…`. */
export function anyQuiz(home: string, query: URLSearchParams): string {
  const title = quoted(query.get('title') ?? 'Quiz');
  const quiz = query.get('quiz') ?? '';
  if (query.get('as') === 'frame')
    return `<iframe src="${quoted(`${home}/q/${encodeURIComponent(quiz)}?try=${encodeURIComponent(query.get('data-try') ?? '')}`)}" title="${title}" width="100%" height="640" style="border:0"></iframe>`;
  const more = [...query].filter(([name]) => /^(style|data-[a-z-]+)$/.test(name));
  const attributes = more.map(([name, value]) => `${name}="${quoted(value)}"`).join(' ');
  return `<div data-yes-maybe="${quoted(quiz)}" data-title="${title}" ${attributes}></div>`;
}

/** @param stands one of those above, or what is written for it */
export const article = (home: string, stands: Standing | { written: string } = 'text'): string =>
  frame(
    'What stays in when the bag is full',
    `<div class="page">
<aside class="left"><b style="color:#1D2B2A">Pia Puncture</b><br>Workshop notes, 17 April<br>Eight minutes, unhurried
<ul><li><a href="/later" style="color:inherit">The scales do not lie</a></li><li style="color:#A93B25;font-weight:600">What stays in</li><li>What we left on the moor</li><li><a href="/button" style="color:inherit">One bag, two nights</a></li></ul></aside>
<main><h1>What stays in when the bag is full</h1>
<p>Every April we empty our panniers on the workshop floor and argue. Otto defends his teapot, I defend my spokes, and nobody has ever given in. Before you read who is right, find out which of us you would side with.</p>
${typeof stands === 'string' ? quizzes[stands] : stands.written}
<script async src="${home}/embed.js"></script>
<p>Otto weighs his teapot every year, and every year it weighs 410 grams. “It is not the tea,” he says, “it is the stopping.” We put it on the bench beside the spokes and took a photograph, and then somebody made tea.</p>
<p>I have carried three spare spokes since the ferry road, where one broke at soup time and the next shop was two valleys away. They weigh 21 grams. I have needed them once in nine years, and on that one evening I was the most popular person on the quay.</p>
<p>So here is the rule we settled on, for this April at least. Each rider may bring one thing that makes no sense to anybody else. It goes in first, at the bottom, where it cannot be argued with.</p></main>
<aside class="right"><h2>Spring festival, 9 to 11 May</h2>Three days of lanes, dynamos and soup on the old station meadow. Tents welcome, hurry not.
<figure><img src="/pictures/lane.svg" alt="A loaded bicycle on a winding lane below green hills"><figcaption>The ferry road at soup time.</figcaption></figure></aside></div>`,
  );

/** A dark shop: its own type, light words, and a quiz that follows it. */
export const shop = (home: string): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Bags and bells · Slow Spoke</title><style>
@font-face{font-family:Figtree;src:url(/fonts/figtree.woff2);font-weight:300 900;font-display:optional}
*{box-sizing:border-box}
body{margin:0;background:#14171C;color:#EDE9DF;font:17px/1.5 Figtree,sans-serif;color-scheme:dark}
header{display:flex;gap:28px;align-items:center;padding:18px 40px;border-bottom:1px solid #39404B;flex-wrap:wrap}
header b{font-size:21px;margin-inline-end:auto}
header a{color:inherit;text-decoration:none}
main{max-width:960px;margin:0 auto;padding:36px 20px 80px}
h1{font:600 34px/1.15 Figtree,sans-serif;margin:0 0 8px}
ul{list-style:none;display:grid;grid-template-columns:repeat(auto-fill,minmax(190px,1fr));gap:20px;padding:0;margin:36px 0 0}
li{background:#1E232B;padding:14px}
li img{width:100%;height:120px;object-fit:cover;display:block;margin-bottom:10px}
small{color:#B9B4A8}
</style></head><body><header><b>Slow Spoke, the shop</b><a href="/">Stories</a><a href="/blog">Otto’s notes</a></header>
<main><h1>Bags, bells and things that hold</h1><p>Not sure where to begin? Two questions, and you are at the right shelf.</p>
<div data-yes-maybe="start" data-title="Where do you want to begin?"></div>
<script>
window.dataLayer = window.dataLayer || [];
addEventListener('yes-maybe', ({ detail }) => dataLayer.push({ event: 'quiz ' + detail.type, quiz: detail.quiz, page: detail.at, pages: detail.of }));
</script>
<script async src="${home}/embed.js"></script>
<ul>${[
  ['teapot', 'The enamel teapot', '410 g, and worth it'],
  ['spokes', 'Three spare spokes', '21 g, for one evening in nine years'],
  ['tarp', 'A tarp and one pole', 'Red, so that you find it again'],
  ['socks', 'More wool socks', 'There are never enough'],
]
  .map(
    ([picture, name, says]) => `<li><img src="/pictures/${picture}.svg" alt="">${name}<br><small>${says}</small></li>`,
  )
  .join('')}</ul></main></body></html>`;

/** A plain blog, without type or colours of its own. */
export const blog = (home: string): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Otto’s notes</title><style>
body{max-width:620px;margin:40px auto;padding:0 16px;font:17px/1.6 system-ui,sans-serif;color:#222;background:#fff}
a{color:#1a4f8b}
</style></head><body><p><a href="/">Slow Spoke</a> · <a href="/shop">The shop</a></p><h1>Otto’s notes</h1>
<h2>What shall we do at the festival?</h2><p>Pia says soup. I say a longer soup. You may say what you like, it is counted.</p>
<div data-yes-maybe="wishes" data-title="Festival wishes"></div>
<script async src="${home}/embed.js"></script>
<h2>Kettle, revisited</h2><p>The new stopper leaks less than the old one. I miss the old one.</p></body></html>`;

export const rides: Record<string, { title: string; text: string }> = {
  lanes: {
    title: 'The hedgerow loop',
    text: 'Two days, 68 km, eleven left turns nobody has signposted. Starts at the old station on the first Saturday of each month.',
  },
  ridge: {
    title: 'The ridge road, slowly',
    text: 'Two nights above the tree line, 74 km, one bothy, no taps. We carry the rope; you carry the grin.',
  },
  teashop: {
    title: 'The teashop map',
    text: 'Forty-one teashops within an easy ride of a railway station, graded by scone. Printed on cloth, so that it survives jam.',
  },
  mule: {
    title: 'The big bag weekend',
    text: 'Bring everything you think you need. We weigh it, we laugh, we ride 50 km with it, and you go home lighter.',
  },
};

export const ride = ({ title, text }: { title: string; text: string }): string =>
  frame(
    title,
    `<div class="page" style="grid-template-columns:minmax(0,688px)"><main><h1>${title}</h1><p>${text}</p><p><a href="/" style="color:inherit">Back to the stories</a></p></main></div>`,
  );
