import { useContext, useMemo } from 'react'
import { useWatch } from 'react-hook-form'
import { allSpots } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { DockContext } from './dockContext.ts'

/** The spots of the trip's water. */
export function useSpots(): readonly { readonly id: string; readonly name: string }[] {
  const { form } = useContext(DockContext)
  const water = useWatch({ control: form.control, name: 'water' })
  const spots = useAppSelector(allSpots)
  return useMemo(() => spots.filter((spot) => spot.water === water), [spots, water])
}
