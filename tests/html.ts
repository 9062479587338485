/** The rules of HTML, as an outside validator has them. */
import { HtmlValidate } from 'html-validate';

const validator = new HtmlValidate({
  extends: ['html-validate:standard', 'html-validate:a11y'],
  rules: {
    // React writes what it writes: these say how the source should look, and not what it means.
    'no-inline-style': 'off',
    'attribute-boolean-style': 'off',
    'attribute-empty-style': 'off',
    'void-style': 'off',
    'doctype-style': 'off',
    'no-trailing-whitespace': 'off',
    'long-title': 'off',
    'script-element': 'off',
    // Of another opinion than the standard, which lets an implicit role be written down and a button say what it submits.
    'prefer-native-element': 'off',
    'no-redundant-role': 'error',
    'require-sri': 'off',
    'tel-non-breaking': 'off',
    'no-missing-references': 'error',
    'aria-label-misuse': ['error', { allowAnyNamable: true }],
  },
});

/**
 * What is wrong with a page or a letter, a line each; scripts and styles aside.
 * @param isLetter mail programs lay out by tables, with attributes that pages have no more
 */
export async function htmlFaults(html: string, { isLetter = false } = {}): Promise<string[]> {
  const { results } = await validator.validateString(html, isLetter ? { rules: { 'no-deprecated-attr': 'off' } } : {});
  return results.flatMap((result) =>
    result.messages.map(
      (m) =>
        `${m.ruleId}: ${m.message} (${(html.split('\n')[m.line - 1] ?? '').slice(Math.max(0, m.column - 60), m.column + 80)})`,
    ),
  );
}
