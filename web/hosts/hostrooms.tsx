import { Link, useLocation } from 'react-router';

const ROOMS = [
  ['/hosts', 'Hosts'],
  ['/hosts/files', 'What hosts understand'],
  ['/hosts/outside', 'What still works'],
] as const;

/** What there is to know of other people's places that pages show and lead to. */
export function HostRooms() {
  const { pathname } = useLocation();
  return (
    <nav aria-label="Other people’s places" className="-mt-1 flex flex-wrap gap-x-4 text-[13px]">
      {ROOMS.map(([address, name]) => (
        <Link
          key={address}
          to={address}
          aria-current={pathname === address ? 'page' : undefined}
          className="py-1 underline decoration-edge underline-offset-4 hover:text-madder aria-[current=page]:font-semibold aria-[current=page]:no-underline"
        >
          {name}
        </Link>
      ))}
      <Link to="/place" className="py-1 underline decoration-edge underline-offset-4 hover:text-madder">
        Back to the page
      </Link>
    </nav>
  );
}
