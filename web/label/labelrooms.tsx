import { Link, useLocation } from 'react-router';

const ROOMS = [
  ['/label', 'One by one'],
  ['/label/ending', 'Running out'],
  ['/label/terms', 'Terms and permissions'],
  ['/label/spreadsheet', 'In a spreadsheet'],
] as const;

/** The ways to work on labels. */
export function LabelRooms() {
  const { pathname } = useLocation();
  const here = ROOMS.findLast(([address]) => pathname.startsWith(address))?.[0];
  return (
    <nav aria-label="Ways to label" className="-mt-1 flex flex-wrap gap-x-4 text-[13px]">
      {ROOMS.map(([address, name]) => (
        <Link
          key={address}
          to={address}
          aria-current={address === here ? 'page' : undefined}
          className="py-1 underline decoration-edge underline-offset-4 hover:text-madder aria-[current=page]:font-semibold aria-[current=page]:no-underline"
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}
