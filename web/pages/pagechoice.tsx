import { useNavigate } from 'react-router';
import { useRecentPages } from './userecentpages.ts';

/** Which page a stage works on. */
export function PageChoice({ stage, chosen }: { stage: 'proof' | 'hand-off'; chosen: string }) {
  const pages = useRecentPages(chosen);
  const navigate = useNavigate();
  return (
    <select
      aria-label="Page"
      value={chosen}
      className="max-w-[60%] border-b border-edge bg-transparent font-serif text-[16px]"
      onChange={(event) => void navigate(`/${stage}/${event.target.value}`)}
    >
      {pages.map(({ id, title }) => (
        <option key={id} value={id}>
          {title}
        </option>
      ))}
    </select>
  );
}
