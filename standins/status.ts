import { setResponseStatus, type H3Event } from 'h3'

const minorCodes: Record<number, string> = {
  400: 'invalid_filter_field',
  401: 'unauthorisedrequest',
  403: 'forbidden',
  404: 'unknownobject',
  422: 'invaliddata',
  429: 'server_busy',
  500: 'internal_server_error',
  503: 'server_busy',
}

/** The status payload of the standard. */
export function status(event: H3Event, code: number, description: string) {
  setResponseStatus(event, code)
  const value = minorCodes[code] ?? 'internal_server_error'
  return {
    imsx_codeMajor: 'failure',
    imsx_severity: 'error',
    imsx_description: description,
    imsx_CodeMinor: {
      imsx_codeMinorField: [{ imsx_codeMinorFieldName: 'TargetEndSystem', imsx_codeMinorFieldValue: value }],
    },
  }
}
