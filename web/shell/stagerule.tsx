import { NavLink } from 'react-router';
import { readStages, type Stages } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { inCount } from '@placard/core/text';

const STAGES: { to: string; name: string; queue: keyof Stages; waiting: string }[] = [
  { to: '/gather', name: 'Gather', queue: 'gather', waiting: 'arrivals to accept' },
  { to: '/prep', name: 'Prep', queue: 'prep', waiting: 'to be prepared' },
  { to: '/label', name: 'Label', queue: 'label', waiting: 'without a full label' },
  { to: '/place', name: 'Place', queue: 'place', waiting: 'pages with nothing placed' },
  { to: '/proof', name: 'Proof', queue: 'proof', waiting: 'pages with findings' },
  { to: '/hand-off', name: 'Hand off', queue: 'handOff', waiting: 'pages ready to go' },
];
const ENDS: typeof STAGES = [
  { to: '/hosts', name: 'Hosts', queue: 'hosts', waiting: 'to answer' },
  { to: '/holdings', name: 'Holdings', queue: 'holdings', waiting: 'held' },
  { to: '/pages', name: 'Pages', queue: 'pages', waiting: 'pages' },
];

/** The ruler under the title bar: the stages of the work, with what waits at each. */
export function StageRule() {
  const stages = useAsk(readStages);
  const tick = ({ to, name, queue, waiting }: (typeof STAGES)[number], end = false) => {
    const count = stages.data?.[queue];
    return (
      <NavLink
        key={to}
        to={to}
        className={({ isActive }) =>
          `relative h-[55px] shrink-0 border-l border-ink pt-3 pl-2.5 hover:text-madder ${end ? 'pr-5' : 'w-[132px] max-lg:w-auto max-lg:pr-4'} ${isActive ? 'font-bold' : 'font-medium'}`
        }
      >
        {({ isActive }) => (
          <>
            {name}
            {count !== undefined && (
              <span
                className={`ml-2 font-mono text-[12px] font-medium ${(queue === 'label' || queue === 'hosts') && count > 0 ? 'text-madder' : 'text-soft'}`}
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
      {STAGES.map((stage) => tick(stage))}
      <span className="grow" />
      {ENDS.map((stage) => tick(stage, true))}
    </nav>
  );
}
