'use client';
/** What programs may ask, as a person reads it: the same description that tools read. */
import { useState } from 'react';
import styled from 'styled-components';
import type { openApi } from '../../contract/openapi';
import { fieldOf, isObject, textOf } from '../../core/values/unknown';
import { Link } from '../../ui/link';
import { LineInput } from '../../ui/controls';
import { Muted, Strong } from '../../ui/text';
import { Code } from '../shared/code';
import { ConnectionsPage } from './page';

const Endpoint = styled.details`
  border-bottom: 1px solid var(--line);
  padding: 8px 0;
  summary {
    cursor: pointer;
    min-height: 24px;
    overflow-wrap: anywhere;
  }
  summary code {
    margin-inline-start: 10px;
  }
  code {
    overflow-wrap: anywhere;
  }
  h4 {
    font-size: 13px;
    color: var(--ink-2);
    margin-top: 10px;
  }
`;

type Operation = { method: string; path: string; tag: string; says: string; scope: string; whole: unknown };

/** All that can be asked, in the order of the description. */
function operationsIn(described: unknown): Operation[] {
  const paths = fieldOf(described, 'paths');
  if (!isObject(paths)) return [];
  return Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(isObject(methods) ? methods : {}).map(([method, whole]) => {
      const [security] = listOf(fieldOf(whole, 'security'));
      return {
        ...{ method: method.toUpperCase(), path, whole },
        tag: wordIn(fieldOf(whole, 'tags')),
        says: textOf(whole, 'summary') ?? '',
        scope: wordIn(fieldOf(security, 'token')),
      };
    }),
  );
}
/** The first of a list of words. */
const wordIn = (value: unknown): string => {
  const [first] = listOf(value);
  return typeof first === 'string' ? first : '';
};
const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : []);

/** A schema in short: names and what each is, optional ones with a question mark. */
export function shapeOf(schema: unknown, depth = 0): string {
  const pad = '  '.repeat(depth + 1);
  if (!isObject(schema)) return 'anything';
  const either = listOf(schema['anyOf'] ?? schema['oneOf']);
  if (either.length) return either.map((one) => shapeOf(one, depth)).join(' | ');
  if (Array.isArray(schema['enum'])) return schema['enum'].map((one) => JSON.stringify(one)).join(' | ');
  if ('const' in schema) return JSON.stringify(schema['const']);
  if (schema['type'] === 'array') return `[${shapeOf(schema['items'], depth)}, …]`;
  const properties = schema['properties'];
  if (isObject(properties)) {
    const required = listOf(schema['required']);
    const lines = Object.entries(properties).map(
      ([name, of]) => `${pad}${name}${required.includes(name) ? '' : '?'}: ${shapeOf(of, depth + 1)}`,
    );
    return lines.length ? `{\n${lines.join('\n')}\n${'  '.repeat(depth)}}` : '{}';
  }
  return textOf(schema, 'type') ?? 'anything';
}

const schemaIn = (whole: unknown, ...path: string[]): unknown =>
  fieldOf(
    fieldOf(
      fieldOf(
        path.reduce<unknown>((at, name) => fieldOf(at, name), whole),
        'content',
      ),
      'application/json',
    ),
    'schema',
  );

export function ApiDescription({
  described,
  home,
  name,
  workspace,
}: {
  described: ReturnType<typeof openApi>;
  home: string;
  name: string;
  workspace: string;
}) {
  const [words, setWords] = useState('');
  const all = operationsIn(described).filter(({ method, path, says, scope }) =>
    `${method} ${path} ${says} ${scope}`.toLowerCase().includes(words.trim().toLowerCase()),
  );
  const tags = listOf(described['tags']).map((tag) => ({
    id: textOf(tag, 'name') ?? '',
    says: textOf(tag, 'description') ?? '',
  }));
  return (
    <ConnectionsPage workspace={workspace} name={name}>
      <p>
        <Link href="/team/connections">Back to Connections</Link>
      </p>
      <h1>What programs may ask</h1>
      <p>
        A program sends its token in a header and gets JSON back. What goes wrong is told as a problem (RFC 9457), with
        a <code>code</code> that never changes. What it sends under an <code>Idempotency-Key</code> is done once,
        however often it is sent. How much it may still ask stands in the headers <code>RateLimit</code> and{' '}
        <code>RateLimit-Policy</code>.
      </p>
      <Code tabIndex={0}>{`curl ${home}/api/quizzes \\\n  -H "Authorization: Bearer $YES_MAYBE_TOKEN"`}</Code>
      <p className="presses">
        <a href="/api/openapi.json">As a file, OpenAPI 3.1</a>
        <a href="/quiz.schema.json">The schema of a quiz</a>
      </p>
      <p>
        <LineInput
          type="search"
          aria-label="Find"
          placeholder="Find: runs, publish, csv …"
          value={words}
          onChange={(e) => setWords(e.target.value)}
          style={{ width: '100%' }}
        />
      </p>
      <p role="status">
        <Muted $small>{all.length === 1 ? '1 endpoint' : `${all.length} endpoints`}</Muted>
      </p>
      {tags.map(({ id, says }) => {
        const own = all.filter(({ tag }) => tag === id);
        return own.length === 0 ? null : (
          <section key={id} aria-label={says}>
            <h2>{says}</h2>
            {own.map((operation) => (
              <One key={`${operation.method} ${operation.path}`} operation={operation} />
            ))}
          </section>
        );
      })}
    </ConnectionsPage>
  );
}

function One({ operation: { method, path, says, scope, whole } }: { operation: Operation }) {
  const parameters = listOf(fieldOf(whole, 'parameters'));
  const body = schemaIn(whole, 'requestBody');
  const answer = schemaIn(whole, 'responses', '200');
  return (
    <Endpoint>
      <summary>
        <Strong>{says}</Strong>
        <code>
          {method} {path}
        </code>
      </summary>
      <p>
        <Muted $small>Needs {scope}.</Muted>
      </p>
      {parameters.length > 0 && (
        <>
          <h4>Asked with</h4>
          <ul>
            {parameters.map((one) => (
              <li key={`${textOf(one, 'in')} ${textOf(one, 'name')}`}>
                <code>{textOf(one, 'name')}</code>{' '}
                <Muted $small>
                  in the {textOf(one, 'in')}
                  {fieldOf(one, 'required') === true ? '' : ', if wanted'}
                </Muted>
              </li>
            ))}
          </ul>
        </>
      )}
      {body !== undefined && (
        <>
          <h4>Body</h4>
          <Code tabIndex={0}>{shapeOf(body)}</Code>
        </>
      )}
      <h4>Answer</h4>
      <Code tabIndex={0}>{answer === undefined ? 'A file' : shapeOf(answer)}</Code>
    </Endpoint>
  );
}
