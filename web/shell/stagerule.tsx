import { NavLink } from 'react-router';
import { readStages } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { inCount } from '@placard/core/text';
import { addressOf, SCREENS, type ScreenEntry } from '../screens.ts';

/** The ruler under the title bar: the stages of the work, with what waits at each. */
export function StageRule() {
  const stages = useAsk(readStages);
  const ticked = (screen: ScreenEntry, atEnd: boolean) => {
    const { title, tick } = screen;
    if (!tick || (tick.end ?? false) !== atEnd) return null;
    const { queue, waiting, urgent = false } = tick;
    const to = addressOf(screen);
    const count = stages.data?.[queue];
    return (
      <NavLink
        key={to}
        to={to}
        className={({ isActive }) =>
          `relative h-[55px] shrink-0 border-l border-ink pt-3 pl-2.5 hover:text-madder ${atEnd ? 'pr-5' : 'w-[132px] max-lg:w-auto max-lg:pr-4'} ${isActive ? 'font-bold' : 'font-medium'}`
        }
      >
        {({ isActive }) => (
          <>
            {/* Heard with its number, it is not one word with that. */}
            {title}{' '}
            {count !== undefined && (
              <span
                className={`ml-1 font-mono text-[12px] font-medium ${urgent && count > 0 ? 'text-madder' : 'text-soft'}`}
              >
                {inCount(count)}
                <span className="sr-only"> {waiting}</span>
              </span>
            )}
            {isActive && (
              <span
                aria-hidden
                className="absolute -left-[7px] bottom-0 border-x-[7px] border-b-[9px] border-x-transparent border-b-madder"
              />
            )}
          </>
        )}
      </NavLink>
    );
  };
  return (
    <nav
      aria-label="Stages"
      className="stage-rule flex h-14 overflow-x-auto overflow-y-hidden border-b-[1.5px] border-ink bg-paper px-5"
    >
      {SCREENS.map((screen) => ticked(screen, false))}
      <span className="grow" />
      {SCREENS.map((screen) => ticked(screen, true))}
    </nav>
  );
}
