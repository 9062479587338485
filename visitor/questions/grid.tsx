/** Rows that are answered by the same columns. */
import { partField } from '../../core/flow/form-fields';
import type { GridView } from '../../core/flow/view';
import { partOf } from '../../core/values/answer';
import type { VisitorKind } from './kind';
import { everyPart } from './missing';
import { type Asked, FieldGroup, partsIn } from './parts';

function GridQuestion({ block, answer, fault, onAnswer }: Asked<GridView>) {
  const given = partsIn(answer);
  const many = block.pick === 'many';
  const chosen = (row: string): string[] => {
    const columns = partOf(given, row);
    return Array.isArray(columns) ? columns.filter((column) => typeof column === 'string') : [];
  };
  const pick = (row: string, column: string, on: boolean) => {
    const columns = many
      ? block.columns.map((c) => c.id).filter((c) => (c === column ? on : chosen(row).includes(c)))
      : [column];
    onAnswer({ ...given, [row]: columns });
  };
  return (
    <FieldGroup block={block} fault={fault}>
      <div className="v-grid" role="presentation">
        {block.rows.map((row) => (
          <fieldset key={row.id}>
            <legend>{row.text}</legend>
            <div>
              {block.columns.map((column) => (
                <label key={column.id}>
                  <input
                    type={many ? 'checkbox' : 'radio'}
                    name={partField(block.id, row.id)}
                    value={column.id}
                    required={!many && block.required}
                    checked={chosen(row.id).includes(column.id)}
                    onChange={(e) => pick(row.id, column.id, e.target.checked)}
                  />
                  <span className="v-disc" aria-hidden="true" />
                  <span>{column.text}</span>
                </label>
              ))}
            </div>
          </fieldset>
        ))}
      </div>
    </FieldGroup>
  );
}

export const grid: VisitorKind<GridView> = {
  Question: GridQuestion,
  missing: everyPart((block) => block.rows.map((row) => row.id)),
};
