import { useInfiniteQuery } from '@tanstack/react-query';
import * as v from 'valibot';
import { listPages, PageQuerySchema, type PageList } from '@placard/core/contract';
import { call, type Refusal } from '../kit/api.ts';
import { useAddressQuery } from '../kit/addressquery.ts';

const ASKED = ['words', 'section', 'state', 'sort', 'copy'] as const;
type Asked = Partial<Record<(typeof ASKED)[number], string>>;

/** The pages that the address asks for, as many of them as were scrolled to; and a way to ask for others. */
export function usePageList() {
  const [query, ask] = useAddressQuery();
  // What the address says that the list does not know is left out.
  const asked: Asked = Object.fromEntries(
    ASKED.flatMap((name) => {
      const value = query.get(name);
      return value && v.safeParse(PageQuerySchema.entries[name], value).success ? [[name, value]] : [];
    }),
  );
  const answer = useInfiniteQuery<PageList, Refusal>({
    queryKey: [listPages.path, 'from the beginning', asked],
    queryFn: ({ pageParam }) =>
      call(listPages, {
        query: { ...asked, ...(pageParam ? { cursor: String(pageParam) } : {}) } as object,
      }),
    initialPageParam: '',
    getNextPageParam: ({ next }) => next,
    placeholderData: (before) => before,
  });
  return {
    asked,
    ask: (changes: Asked) => ask(changes),
    lines: answer.data?.pages.flatMap(({ pages }) => pages) ?? [],
    total: answer.data?.pages[0]?.total ?? 0,
    isSuccess: answer.isSuccess,
    error: answer.error,
    more: () => {
      if (answer.hasNextPage && !answer.isFetchingNextPage && !answer.isFetchNextPageError)
        void answer.fetchNextPage();
    },
  };
}
