import { useNavigate } from 'react-router';
import { readPage } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { PageSearch } from './pagesearch.tsx';

/** Which page a stage works on. */
export function PageChoice({ stage, chosen }: { stage: 'proof' | 'hand-off'; chosen: string }) {
  const page = useAsk(readPage, { params: { id: chosen } });
  const navigate = useNavigate();
  return (
    <PageSearch
      label="Page"
      look="line"
      className="max-w-[60%] font-serif text-[16px]"
      chosen={page.data?.title ?? ''}
      onChoose={({ id }) => void navigate(`/${stage}/${id}`)}
    />
  );
}
