/**
 * A quiz as a package of QTI 3.0 (1EdTech, Question and Test Interoperability): an item for each question, a test of sections, a manifest.
 * What an item cannot say is told in words. Attributes named `data-…` are the standard's own place for what only one program knows.
 */
import { isQuestion, nameOf, quizIndex } from '../../document/lookup';
import type { Interaction } from '../../questions/interaction';
import { kindOf } from '../../questions/registry';
import type { Question, Quiz, RichText } from '../../schema/quiz';
import { insertsIn } from '../../text/rich';
import { xmlText } from '../xml';
import { daysFrom, declared, img, MOST_DAYS, number, outcome, set, shownOf, variable, when } from './shown';
import { identifier, richXml } from './words';

/** @property files texts by their path in the package @property pictures what has to stand in it beside them, by where it comes from */
export type QtiFiles = { files: Record<string, string>; pictures: Map<string, string>; lost: string[] };

const ITEM = 'http://www.imsglobal.org/xsd/imsqtiasi_v3p0';
const CONTENT = 'http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1';
const HEAD =
  '<?xml version="1.0" encoding="UTF-8"?>\n'; /** What each answer says for scales and outcomes, as outcomes of the item. */
function weightsXml(question: Question, interaction: Interaction): { targets: string[]; processing: string } {
  if (interaction.is !== 'choice') return { targets: [], processing: '' };
  const { options, many } = interaction;
  const targets = [...new Set(options.flatMap(({ weights = {} }) => Object.keys(weights)))];
  const processing = options.flatMap(({ id, weights = {} }) => {
    const chosen = `<qti-base-value base-type="identifier">${identifier(id)}</qti-base-value>`;
    const condition = many
      ? `<qti-member>${chosen}${variable('RESPONSE')}</qti-member>`
      : `<qti-match>${variable('RESPONSE')}${chosen}</qti-match>`;
    const sets = Object.entries(weights).map(([target, weight]) => {
      const of = `weight.${identifier(target)}`;
      return set(of, `<qti-sum>${variable(of)}${number(weight)}</qti-sum>`);
    });
    return sets.length ? [when(condition, sets.join(''))] : [];
  });
  return { targets, processing: processing.join('') };
}

const FEEDBACK = ['right', 'wrong', 'always'] as const;

function itemXml(question: Question, quiz: Quiz, pictures: Map<string, string>, lost: string[]): string {
  const name = nameOf(question);
  const lose = (what: string) => lost.push(`“${name}”: ${what}`);
  const interaction = kindOf(question).interaction(question);
  const { marks = 1, penalty = 0, explain = {}, hint, media } = question;
  // What is worth nothing is mapped as if it were worth one, so that what is right is told, and counts for nothing.
  const shown = shownOf(interaction, { question, pictures, marks: marks || 1 });
  const { targets, processing } = weightsXml(question, interaction);
  const { outcomes } = quizIndex(quiz);
  const targetName = (id: string) =>
    quiz.scales.find((scale) => scale.id === id)?.name ?? outcomes.get(id)?.outcome.name ?? id;
  const told = FEEDBACK.filter((when_) => explain[when_] !== undefined);
  if (question.showIf) lose('when it shows');
  if (question.marksTo) lose('the scale that its marks count for');
  if (targets.length === 0 && hasWeights(question)) lose('what its answers say for scales and outcomes');
  if (media?.sound || media?.video) lose('its sound or video');
  if (explain.media) lose('the picture, sound or video of its explanation');
  if (interaction.is === 'date' && interaction.right && daysFrom(...interaction.right).length === MOST_DAYS)
    lose(`days that are right beyond ${MOST_DAYS}`);
  for (const text of [question.prompt, ...told.map((when_) => explain[when_])])
    if (insertsIn(text).length) lose('what is put into its words');
  const { worth } = shown;
  const score = (to: string) => set('SCORE', to);
  const wrong = penalty > 0 ? score(number(-penalty)) : '';
  const scoring =
    worth === null || marks === 0
      ? ''
      : 'isRight' in worth
        ? when(worth.isRight, score(number(marks)), wrong)
        : score(worth.share) +
          (penalty > 0
            ? when(`<qti-equal tolerance-mode="exact">${variable('SCORE')}${number(0)}</qti-equal>`, wrong)
            : '');
  const feedback = told
    .map((when_) => {
      const show = set(
        'FEEDBACK',
        `<qti-multiple>${variable('FEEDBACK')}<qti-base-value base-type="identifier">${when_}</qti-base-value></qti-multiple>`,
      );
      if (when_ === 'always') return show;
      const isFull = `<qti-gte>${variable('SCORE')}${number(marks)}</qti-gte>`;
      return when(when_ === 'right' ? isFull : `<qti-not>${isFull}</qti-not>`, show);
    })
    .join('');
  return `${HEAD}<qti-assessment-item xmlns="${ITEM}" identifier="${identifier(question.id)}" title="${xmlText(name)}" adaptive="false" time-dependent="false" xml:lang="${quiz.language}"${question.required ? '' : ' data-ym-optional="true"'}${question.name ? ' data-ym-named="true"' : ''}${question.marks === undefined ? '' : ` data-ym-marks="${question.marks}"`} data-ym-credit="${question.credit ?? 'all'}">
${shown.responses.map(declared).join('\n')}
${outcome('SCORE', 0)}
${outcome('MAXSCORE', worth ? marks : 0)}
${told.length ? '<qti-outcome-declaration identifier="FEEDBACK" cardinality="multiple" base-type="identifier"/>' : ''}
${targets.map((id) => outcome(`weight.${identifier(id)}`, 0, ` interpretation="${xmlText(targetName(id))}"`)).join('\n')}
<qti-item-body>
${hint ? `<qti-rubric-block use="instructions" view="candidate"><qti-content-body>${richXml(hint)}</qti-content-body></qti-rubric-block>` : ''}
<div>${richXml(question.prompt)}</div>
${media?.picture ? `<p>${img(media.picture, pictures)}</p>` : ''}
${shown.body}
</qti-item-body>
<qti-response-processing>${scoring}${processing}${feedback}</qti-response-processing>
${told
  .map(
    (when_) =>
      `<qti-modal-feedback outcome-identifier="FEEDBACK" identifier="${when_}" show-hide="show"><qti-content-body>${richXml(explain[when_] as RichText)}</qti-content-body></qti-modal-feedback>`,
  )
  .join('\n')}
</qti-assessment-item>
`.replace(/\n{2,}/g, '\n');
}

const hasWeights = (question: Question): boolean =>
  kindOf(question)
    .weights(question)
    .some((weights) => weights && Object.keys(weights).length > 0);

/** Writes a quiz. */
export function writeQti(quiz: Quiz): QtiFiles {
  const pictures = new Map<string, string>();
  const lost: string[] = [];
  const files: Record<string, string> = {};
  const topics = new Map(quiz.topics.map(({ id, name }) => [id, name]));
  const sections: string[] = [];
  const resources: string[] = [];
  for (const page of quiz.pages) {
    if (page.stage !== 'ask') continue;
    const { routes, otherwise, hold, draw, showIf } = page;
    if ([routes?.length, otherwise, hold, draw, showIf].some(Boolean))
      lost.push(`“${page.name || page.id}”: where it leads, and when it shows`);
    for (const block of page.blocks) if (!isQuestion(block)) lost.push(`“${page.name || page.id}”: its ${block.kind}`);
    const refs = page.blocks.filter(isQuestion).map((question) => {
      const href = `items/${identifier(question.id)}.xml`;
      const before = new Set(pictures.values());
      files[href] = itemXml(question, quiz, pictures, lost);
      const own = [...pictures.values()].filter((path) => !before.has(path));
      resources.push(
        `<resource identifier="item.${identifier(question.id)}" type="imsqti_item_xmlv3p0" href="${href}"><file href="${href}"/>${own.map((path) => `<file href="${xmlText(path)}"/>`).join('')}</resource>`,
      );
      const topic = topics.get(question.topic ?? '');
      const limit = question.limit ? `<qti-time-limits max-time="${question.limit}"/>` : '';
      return `<qti-assessment-item-ref identifier="${identifier(question.id)}" href="${href}"${
        topic === undefined ? '' : ` category="${identifier(question.topic ?? '')}" data-ym-topic="${xmlText(topic)}"`
      }>${limit}</qti-assessment-item-ref>`;
    });
    if (refs.length)
      sections.push(
        `<qti-assessment-section identifier="${identifier(page.id)}" title="${xmlText(page.name)}" visible="true" data-ym-page="true">${refs.join('')}</qti-assessment-section>`,
      );
  }
  if (quiz.verdicts.length) lost.push('how verdicts are decided');
  if (quiz.scales.some(({ formula }) => formula)) lost.push('scales that are computed');
  if (quiz.messages.length) lost.push('letters');
  if (quiz.translations?.length) lost.push('its other languages');
  files['test.xml'] =
    `${HEAD}<qti-assessment-test xmlns="${ITEM}" identifier="test" title="${xmlText(quiz.title)}" xml:lang="${quiz.language}"><qti-test-part identifier="part" navigation-mode="linear" submission-mode="individual">${sections.join('')}</qti-test-part></qti-assessment-test>\n`;
  const dependencies = quiz.pages
    .flatMap((page) => (page.stage === 'ask' ? page.blocks.filter(isQuestion) : []))
    .map(({ id }) => `<dependency identifierref="item.${identifier(id)}"/>`);
  files['imsmanifest.xml'] =
    `${HEAD}<manifest xmlns="${CONTENT}" identifier="manifest"><metadata><schema>QTI Package</schema><schemaversion>3.0.0</schemaversion></metadata><organizations/><resources><resource identifier="resource.test" type="imsqti_test_xmlv3p0" href="test.xml"><file href="test.xml"/>${dependencies.join('')}</resource>${resources.join('')}</resources></manifest>\n`;
  return { files, pictures, lost: [...new Set(lost)] };
}
