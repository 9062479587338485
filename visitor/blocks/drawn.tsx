/** How others answered what is not chosen from a list: drawn with nothing but lines and words. */
import type { Drawing } from '../../core/questions/drawing';
import { dayIn } from '../../core/text/language';
import { useWords } from '../languages/words';
import { Bar } from './bar';

/** Characters of a day (ISO 8601); months are shorter. */
const DAY = 10;
const monthIn = (language: string, month: string) =>
  new Intl.DateTimeFormat(language, { month: 'short', year: 'numeric', timeZone: 'UTC' }).format(
    new Date(`${month}-01`),
  );

type Line = { id: string; name: string; said: string; percent: number };

export function Drawn({ drawing, answered }: { drawing: Drawing; answered: number }) {
  const { language } = useWords();
  const share = (count: number, of = answered) => (of === 0 ? 0 : (count / of) * 100);
  const short = (n: number) => new Intl.NumberFormat(language, { maximumFractionDigits: 1 }).format(n);
  switch (drawing.as) {
    case 'bars':
      return <Lines lines={drawing.bars.map((one) => lineOf(one.id, one.name, share(one.count)))} />;
    case 'numbers':
      return (
        <>
          <Columns
            columns={drawing.bins.map(({ from, to, count }) => ({
              name: from === to ? short(from) : `${short(from)}–${short(to)}`,
              percent: share(count),
            }))}
          />
          {drawing.summary && <p className="v-hint">⌀ {short(drawing.summary.mean)}</p>}
        </>
      );
    case 'days':
      return (
        <Columns
          columns={drawing.days.map(([day, count]) => ({
            name: day.length === DAY ? dayIn(language, day) : monthIn(language, day),
            percent: share(count),
          }))}
        />
      );
    case 'places':
      return (
        <Lines
          lines={drawing.items.map(({ id, name, mean }) => ({
            ...{ id, name, said: mean === null ? '' : `⌀ ${short(mean)}` },
            // The first place fills the line, the last leaves it empty.
            percent: mean === null ? 0 : share(drawing.items.length - mean, Math.max(1, drawing.items.length - 1)),
          }))}
        />
      );
    case 'cells':
      return <Cells drawing={drawing} />;
    case 'points':
      return <Points drawing={drawing} answered={answered} />;
    case 'words':
      return null;
  }
}

const lineOf = (id: string, name: string, percent: number): Line => ({
  ...{ id, name, percent },
  said: `${Math.round(percent)} %`,
});

const Lines = ({ lines }: { lines: Line[] }) => (
  <ul className="v-scales">
    {lines.map(({ id, name, said, percent }) => (
      <li key={id}>
        <span>
          {name} <b>{said}</b>
        </span>
        <Bar percent={percent} />
      </li>
    ))}
  </ul>
);

function Columns({ columns }: { columns: { name: string; percent: number }[] }) {
  const most = Math.max(1, ...columns.map(({ percent }) => percent));
  return (
    <>
      <ol className="v-columns">
        {columns.map(({ name, percent }) => (
          <li key={name} title={`${name}: ${Math.round(percent)} %`}>
            <i aria-hidden="true" style={{ height: `${(percent / most) * 100}%` }} />
            <span className="v-hidden">
              {name}: {Math.round(percent)} %
            </span>
          </li>
        ))}
      </ol>
      <p className="v-ends" aria-hidden="true">
        <span>{columns[0]?.name}</span>
        <span>{columns.length > 1 && columns.at(-1)?.name}</span>
      </p>
    </>
  );
}

const Cells = ({ drawing: { rows, columns, counts } }: { drawing: Extract<Drawing, { as: 'cells' }> }) => (
  // What scrolls must be within reach of keys.
  // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
  <div className="v-cells" role="group" tabIndex={0}>
    <table>
      <thead>
        <tr>
          <td />
          {columns.map(({ id, name }) => (
            <th key={id} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ id, name }, r) => {
          const of = (counts[r] ?? []).reduce((a, b) => a + b, 0);
          return (
            <tr key={id}>
              <th scope="row">{name}</th>
              {columns.map((column, c) => {
                const percent = of === 0 ? 0 : ((counts[r]?.[c] ?? 0) / of) * 100;
                return (
                  <td key={column.id} style={{ ['--heat' as string]: percent / 100 }}>
                    {Math.round(percent)} %
                  </td>
                );
              })}
            </tr>
          );
        })}
      </tbody>
    </table>
  </div>
);

/** Percent of the picture's width, of what most pointed at. */
const LARGEST = 7;

function Points({
  drawing: { picture, points, bars },
  answered,
}: {
  drawing: Extract<Drawing, { as: 'points' }>;
  answered: number;
}) {
  const most = Math.max(1, ...points.map(({ count }) => count));
  if (!picture || points.length === 0)
    return (
      <Lines lines={bars.map((one) => lineOf(one.id, one.name, answered === 0 ? 0 : (one.count / answered) * 100))} />
    );
  return (
    <div className="v-dots">
      <img src={picture.src} alt={picture.text} />
      {points.map(({ x, y, count }) => (
        <i
          key={`${x} ${y}`}
          aria-hidden="true"
          style={{
            left: `${x * 100}%`,
            top: `${y * 100}%`,
            width: `${Math.max(1.5, LARGEST * Math.sqrt(count / most))}%`,
          }}
        />
      ))}
    </div>
  );
}
