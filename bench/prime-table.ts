import Column from 'primevue/column'
import PrimeVue from 'primevue/config'
import DataTable from 'primevue/datatable'
import InputText from 'primevue/inputtext'
import { createApp, defineComponent, h, ref } from 'vue'

/** The editable table of the component library, with as many students and scores, a total in each row and a mean below. */
interface Row {
  id: number
  name: string
  total: number
  [score: `s${number}`]: number
}

declare global {
  interface Window {
    mountTable: (students: number, columns: number) => void
  }
}

window.mountTable = (students, columns) => {
  const fields = [...Array(columns).keys()].map((at) => `s${at}` as const)
  const totalOf = (row: Row) => fields.reduce((sum, field) => sum + row[field]!, 0)
  const rows = ref<Row[]>(
    [...Array(students).keys()].map((id) => {
      const row = { id, name: `Student ${id}`, total: 0 } as Row
      fields.forEach((field, at) => (row[field] = (id * 7 + at * 3) % 11))
      row.total = totalOf(row)
      return row
    }),
  )
  const meanOf = (field: `s${number}`) =>
    (rows.value.reduce((sum, row) => sum + row[field]!, 0) / rows.value.length).toFixed(1)

  const table = defineComponent(
    () => () =>
      h(
        DataTable,
        {
          value: rows.value,
          editMode: 'cell',
          dataKey: 'id',
          scrollable: true,
          scrollHeight: '600px',
          onCellEditComplete: ({ data, newValue, field }: { data: Row; newValue: Row; field: string }) => {
            data[field as `s${number}`] = Number(newValue[field as `s${number}`])
            data.total = totalOf(data)
          },
        },
        () => [
          h(Column, { field: 'name', header: 'Student', frozen: true }),
          ...fields.map((field) =>
            h(
              Column,
              { key: field, field, header: field, footer: meanOf(field) },
              {
                editor: ({ data }: { data: Row }) =>
                  h(InputText, {
                    modelValue: String(data[field]),
                    autofocus: true,
                    'onUpdate:modelValue': (text: string | undefined) => (data[field] = Number(text)),
                  }),
              },
            ),
          ),
          h(Column, { field: 'total', header: 'Total' }),
        ],
      ),
  )
  createApp(table).use(PrimeVue, { unstyled: true }).mount('#table')
}
