'use client';
/** The two rows of headings over the grid: what kind of column, and its name. */
import { studioVerdict } from '../verdicts/registry';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import type { Quiz } from '../../core/schema/quiz';
import type { Measure } from '../edits/measures';
import { GUESS, RIGHT } from '../edits/weigh-edits';

const Head = styled.thead`
  .group {
    font-size: 13px;
    color: var(--ink-2);
    text-align: start;
    padding: 10px 8px 6px;
    white-space: nowrap;
  }
  .group span {
    display: block;
    border-bottom: 1px solid var(--ink);
    padding-bottom: 6px;
    max-width: 280px;
    min-width: 56px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .group b {
    color: var(--ink);
    font-weight: 600;
  }
  th.name {
    top: 38px;
    width: 72px;
    height: 52px;
    border-bottom: 1px solid var(--line);
    padding: 0;
  }
  th.name > button {
    display: block;
    width: 100%;
    height: 100%;
    max-height: 68px;
    border: 0;
    background: none;
    padding: 6px 0;
    font-weight: 600;
    font-size: 12.5px;
    line-height: 16px;
    cursor: pointer;
    overflow: hidden;
    overflow-wrap: anywhere;
    hyphens: auto;
  }
  th.name i {
    display: block;
    height: 3px;
    margin: 0 8px 4px;
  }
  th.name.decides {
    font-size: 12.5px;
    font-weight: 400;
    color: var(--ink-2);
    vertical-align: middle;
  }
  .corner {
    padding-inline-start: 24px;
    vertical-align: bottom;
    position: sticky;
    top: 0;
  }
  .corner.name {
    top: 38px;
    vertical-align: middle;
    border-bottom: 1px solid var(--line);
  }
  .told {
    position: absolute;
    inset: 0 2px auto auto;
  }
  .told:not(:empty) + button {
    padding-top: 16px;
  }
  th.chosen {
    background: var(--saffron-wash);
  }
`;

const groupNames = new Map([
  [RIGHT, 'Key'],
  [GUESS, 'Guess'],
]);

export function Heads({
  quiz,
  targets,
  active,
  marks,
  onChoose,
  decides,
  corner,
}: {
  quiz: Quiz;
  targets: Measure[];
  active: number;
  /** What the check says of a column, as a mark with words. */
  marks: (target: string) => ReactNode;
  onChoose: (index: number) => void;
  /** The verdict that questions are said to decide; absent where there is none. */
  decides: string | undefined;
  /** What is shown of the quiz: of its questions, and of its columns. */
  corner: [ReactNode, ReactNode];
}) {
  const scales = targets.filter((t) => t.verdict === null && !groupNames.has(t.id)).length;
  return (
    <Head>
      <tr>
        <td className="label corner">{corner[0]}</td>
        {decides !== undefined && (
          <th className="group" scope="colgroup">
            <span title={decides}>{decides}</span>
          </th>
        )}
        {[...groupNames].map(
          ([id, name]) =>
            targets.some((t) => t.id === id) && (
              <th className="group" scope="colgroup" key={id}>
                <span>{name}</span>
              </th>
            ),
        )}
        {scales > 0 && (
          <th className="group" colSpan={scales} scope="colgroup">
            <span>Scales</span>
          </th>
        )}
        {quiz.verdicts
          .filter((v) => targets.some((t) => t.verdict === v.id))
          .map((v) => (
            <th
              className="group"
              key={v.id}
              colSpan={targets.filter((t) => t.verdict === v.id).length}
              scope="colgroup"
            >
              <span>
                Verdict <b>{v.name}</b>, {studioVerdict(v).saidAs(v)}
              </span>
            </th>
          ))}
      </tr>
      <tr>
        <td className="label name corner">{corner[1]}</td>
        {decides !== undefined && (
          <th
            className="name decides"
            scope="col"
            title="For how many another answer to this question alone would turn it"
          >
            decides
          </th>
        )}
        {targets.map((t, i) => (
          <th key={t.id} className={i === active ? 'name chosen' : 'name'} scope="col">
            <span className="told">{marks(t.id)}</span>
            <button type="button" title={t.name} onClick={() => onChoose(i)}>
              {t.colour !== null && <i style={{ background: `var(--data-${(t.colour % 8) + 1})` }} />}
              {t.name}
            </button>
          </th>
        ))}
      </tr>
    </Head>
  );
}
