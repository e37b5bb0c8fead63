/** What a book keeps records of. */
export type Kind = 'water' | 'spot' | 'lure' | 'setup' | 'trip' | 'stint' | 'reading' | 'strike' | 'photo' | 'trackPart' | 'plan' | 'claim' | 'member' | 'book'
