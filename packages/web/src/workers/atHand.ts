import { CLAIMS, claimsByCut, cutForClaims, cutForSearch, fishedWaters, searchInputOfCut } from '@jotbook/core'
import type { BookRecords, Claim, CutForClaims, Id, LongQuestion, SearchInput, SearchQuestion } from '@jotbook/core'
import { columnsFor } from './columnsFor.ts'
import { currentBook } from './heldBook.ts'

/** The book and its cuts, for workers that would read and cut them anew. */
export const atHand = {
  book: async (bookId: Id<'book'>): Promise<BookRecords> => (await currentBook(bookId)).book,

  waters: async (bookId: Id<'book'>): Promise<string[]> => fishedWaters((await currentBook(bookId)).book),

  async searchInput(bookId: Id<'book'>, question: SearchQuestion): Promise<SearchInput> {
    const { names, columns } = await columnsFor(bookId, cutForSearch(question))
    return searchInputOfCut(columns, names, question)
  },

  /** For rules of the trade. */
  cutForClaims: (bookId: Id<'book'>, claims: readonly Claim[], water?: string): Promise<CutForClaims> =>
    cutOnce(bookId, claims, water),

  /** Before a long question is asked: whatever it will need first. The cut of a search is that of any water; of rules the first group's, as whoever goes on to another view would wait for more. */
  async getReady(bookId: Id<'book'>, kind: LongQuestion['kind']): Promise<void> {
    const [first = []] = claimsByCut(CLAIMS)
    await (kind === 'search' ? columnsFor(bookId, cutForSearch({ water: '' })) : cutOnce(bookId, first))
  },
}

/** Cuts for the rules of one revision and water, by the fish they speak of. */
let cuts:
  { readonly book: BookRecords; readonly water: string | undefined; readonly by: Map<string, CutForClaims> } | undefined

async function cutOnce(bookId: Id<'book'>, claims: readonly Claim[], water?: string): Promise<CutForClaims> {
  const { book } = await currentBook(bookId)
  if (cuts?.book !== book || cuts.water !== water) cuts = { book, water, by: new Map() }
  const fish = claims[0]?.species ?? ''
  const known = cuts.by.get(fish) ?? cutForClaims(book, claims, water)
  cuts.by.set(fish, known)
  return known
}

export type AtHand = typeof atHand
