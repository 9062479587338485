/** Below a page: back, skip and on. */
import type { MouseEvent } from 'react';
import { useWords } from '../languages/words';

type Props = {
  /** What the button says; what is missing stands in its place where scripts can say it. */
  button: string;
  missing: string | undefined;
  isBusy: boolean;
  isExplaining: boolean;
  onBack?: () => void;
  /** A block of contact fields that may be left out. */
  skippable: string | undefined;
  onSkip: (block: string) => void;
};

/** A button of the form that does more with scripts than send it. */
const instead = (act: () => void) => (event: MouseEvent) => {
  event.preventDefault();
  act();
};

export function Foot({ button, missing, isBusy, isExplaining, onBack, skippable, onSkip }: Props) {
  const { say } = useWords();
  return (
    <div className="v-foot">
      {onBack ? (
        <button type="submit" name="do" value="back" formNoValidate className="v-back" onClick={instead(onBack)}>
          <span aria-hidden="true">← </span>
          {say('back')}
        </button>
      ) : (
        <span />
      )}
      <span className="v-on">
        {skippable !== undefined && (
          <button
            type="submit"
            name="do"
            value={`skip ${skippable}`}
            formNoValidate
            className="v-skip"
            onClick={instead(() => onSkip(skippable))}
          >
            {say('skip')}
          </button>
        )}
        <button
          type="submit"
          name="do"
          value={isExplaining ? 'on' : 'go'}
          className="v-next"
          data-waiting={missing === undefined ? undefined : ''}
          aria-busy={isBusy}
        >
          {isBusy ? (
            say('sending')
          ) : missing === undefined ? (
            button
          ) : (
            <>
              <span className="v-scripted">{missing}</span>
              <span className="v-off">{button}</span>
            </>
          )}
        </button>
      </span>
    </div>
  );
}
