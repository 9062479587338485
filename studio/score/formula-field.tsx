'use client';
/** A formula as it is typed: scales by their names, which are completed; what is wrong is shown under its character. */
import { Faint } from '../../ui/text';
import { type KeyboardEvent, useId, useRef, useState } from 'react';
import styled from 'styled-components';
import { parseFormula, renamed } from '../../core/scoring/formula';
import { TextButton } from '../../ui/controls';

type Name = { id: string; name: string };

const Line = styled.input`
  width: 100%;
  border: 0;
  border-bottom: 1.5px solid var(--ink-3);
  background: transparent;
  border-radius: 0;
  padding: 4px 0;
  font:
    500 15px/1.4 ui-monospace,
    monospace;
`;
const Under = styled.pre`
  margin: 0;
  font:
    500 15px/1 ui-monospace,
    monospace;
  color: var(--brick);
  overflow: hidden;
`;

/** Words that stand in every formula, completed like names. */
const functions = ['min', 'max', 'round', 'if'].map((name): Name => ({ id: name, name }));

export function FormulaField({
  value,
  names,
  onChange,
}: {
  /** With the ids of scales in it. */
  value: string;
  names: Name[];
  onChange: (formula: string) => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  const faultId = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [caret, setCaret] = useState(0);
  const shown = typed ?? shownFormula(value, names);
  const read = parseFormula(
    shown,
    names.map((n) => n.name),
  );
  const fault = 'fault' in read ? read.fault : null;
  const put = (text: string) => {
    const valid =
      'expression' in
      parseFormula(
        text,
        names.map((n) => n.name),
      );
    setTyped(valid ? null : text);
    if (valid) onChange(renamed(text, new Map(names.map((n) => [n.name, n.id]))));
  };
  const begun = /[\p{L}_][\p{L}\p{N}_ ]*$/u.exec(shown.slice(0, caret))?.[0] ?? '';
  const offered = [...names, ...functions].filter(
    (n) => begun && n.name.toLowerCase().startsWith(begun.toLowerCase()) && n.name !== begun,
  );
  const complete = (name: string) => {
    const start = caret - begun.length;
    const text = shown.slice(0, start) + name + shown.slice(caret);
    put(text);
    const to = start + name.length;
    requestAnimationFrame(() => {
      field.current?.focus();
      field.current?.setSelectionRange(to, to);
      setCaret(to);
    });
  };
  const keys = (event: KeyboardEvent) => {
    const [first] = offered;
    if (event.key !== 'Tab' || event.shiftKey || !first) return;
    event.preventDefault();
    complete(first.name);
  };
  return (
    <div style={{ margin: '6px 0 10px', lineHeight: 1.4 }}>
      <Line
        ref={field}
        aria-label="Formula"
        aria-invalid={fault !== null}
        aria-describedby={faultId}
        value={shown}
        maxLength={1000}
        spellCheck={false}
        onChange={(e) => {
          put(e.target.value);
          setCaret(e.target.selectionStart ?? e.target.value.length);
        }}
        onSelect={(e) => setCaret(e.currentTarget.selectionStart ?? 0)}
        onKeyDown={keys}
      />
      {fault && <Under aria-hidden="true">{`${' '.repeat(fault.at)}^`}</Under>}
      <div id={faultId} style={{ fontSize: 13, color: fault ? 'var(--brick)' : 'var(--ink-3)' }}>
        {fault
          ? `At character ${fault.at + 1}: ${fault.reason}. What stood there before still counts.`
          : 'Numbers, + − × ÷, brackets, min, max, round and if(a < b, x, y).'}
      </div>
      <div style={{ display: 'flex', gap: '4px 12px', flexWrap: 'wrap', marginTop: 4, fontSize: 13 }}>
        {(offered.length ? offered : names).map((n) => (
          <TextButton key={n.id} $weight={500} onPress={() => complete(n.name)}>
            {n.name}
          </TextButton>
        ))}
        {offered.length > 0 && <Faint>Tab completes</Faint>}
      </div>
    </div>
  );
}

/** The formula with names for ids; as it is where it cannot be read. */
function shownFormula(value: string, names: Name[]): string {
  try {
    return renamed(value, new Map(names.map((n) => [n.id, n.name])));
  } catch {
    return value;
  }
}
