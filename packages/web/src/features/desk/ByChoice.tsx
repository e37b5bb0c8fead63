import { COLUMN_GROUPS, Choice, Head, Option, columnWord } from '../board/index.ts'
import { text } from './text.ts'
import { useLinkPart } from './useLinkPart.ts'
import { isGrouping } from '../board/index.ts'

/** What a view is grouped by, from its link. */
export function useBy(usual: string): string {
  const [asked] = useLinkPart('group')
  return asked !== null && isGrouping(asked) ? asked : usual
}

/** The part of a question that says by what it is grouped. */
export function ByChoice({ by }: { by: string }) {
  const [, setBy] = useLinkPart('group')
  return (
    <Choice name={text.groupedBy} text={columnWord(by)}>
      {Object.entries(COLUMN_GROUPS).map(([head, columns]) => (
        <div key={head}>
          <Head>{head}</Head>
          {Object.entries<string>(columns).map(([column, word]) => (
            <Option key={column} type="button" aria-pressed={column === by} onClick={() => setBy(column)}>
              {word}
            </Option>
          ))}
        </div>
      ))}
    </Choice>
  )
}
