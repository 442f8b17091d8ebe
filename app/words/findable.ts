/** Something that can be done in a class: where it is done, and the words by which a teacher would look for it. */
export interface Findable {
  words: string
  also: string
  /** The page of the class, after its own address. */
  page: string
  query?: Record<string, string>
}

/** What *Find or do* knows of a class, by the pages' own words and by others for the same. */
export const findable: readonly Findable[] = [
  { words: 'Add assignment', also: 'new create homework test quiz task item column', page: '', query: { edit: 'new' } },
  { words: 'List of assignments', also: 'bulk change move dates delete many edit all', page: '/assignments' },
  { words: 'Missing work', also: 'late absent not handed in', page: '', query: { show: 'missing' } },
  { words: 'What is to score', also: 'ungraded blank unscored stack grading', page: '', query: { show: 'unscored' } },
  { words: 'Students below the line', also: 'failing low slipping at risk', page: '', query: { show: 'low' } },
  {
    words: 'Import scores from a file',
    also: 'upload csv xlsx excel spreadsheet files read',
    page: '',
    query: { files: '1' },
  },
  {
    words: 'Save the sheet as a file',
    also: 'export download csv xlsx excel spreadsheet files',
    page: '',
    query: { files: '1' },
  },
  { words: 'Proficiency', also: 'standards levels evidence mastery', page: '/proficiency' },
  { words: 'Compare ways of making levels', also: 'proficiency method window who moves', page: '/compare' },
  { words: 'Standards of this class', also: 'own levels proficiency scale add', page: '/standards' },
  { words: 'Close the term', also: 'finish final declare complete seal marking period end', page: '/close' },
  { words: 'Report cards', also: 'print pdf cards families term', page: '/reports' },
  { words: 'Remarks', also: 'comments comment bank write report', page: '/close' },
  { words: 'Overrides', also: 'change grade by hand term final', page: '/close' },
  { words: 'Plan', also: 'settings set-up setup options', page: '/plan' },
  { words: 'Categories and their weights', also: 'weighting percent drop lowest', page: '/plan' },
  { words: 'Scale and rounding', also: 'letters labels decimals bounds cut', page: '/plan' },
  { words: 'Copy a plan', also: 'duplicate another class last year', page: '/plan' },
  {
    words: 'Reports',
    also: 'print list grades office remarks proofread missing levels csv xlsx export files',
    page: '/reports',
  },
  { words: 'Print the record', also: 'paper printout list pdf roster scores', page: '/record' },
  { words: 'Print a blank sheet with names', also: 'paper clipboard empty roster list tick', page: '/blank' },
  {
    words: 'Print a page for each student',
    also: 'paper pdf conference handout families parents progress report',
    page: '/pages',
  },
  { words: 'History', also: 'log changes who audit as of past restore', page: '/history' },
]
