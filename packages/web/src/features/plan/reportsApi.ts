import { api } from '../../state/api.ts'
import { answerOf } from '../../state/workerAnswers.ts'
import type { PlannedSpan } from './plan.ts'
import { readReports } from './readReports.ts'
import type { FromReports } from './readReports.ts'

interface ReportsToRead {
  readonly source: Promise<string>
  readonly span: PlannedSpan
}

const reportsApi = api.injectEndpoints({
  endpoints: (build) => ({
    readReports: build.mutation<FromReports, ReportsToRead>({
      queryFn: ({ source, span }) => answerOf(async () => readReports(await source, span, Date.now())),
    }),
  }),
})

export const { useReadReportsMutation } = reportsApi
