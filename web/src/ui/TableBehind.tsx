import Box from '@mui/material/Box';

/** The numbers of a picture as a table, for those who do not see it, and for those who want them. */
export function TableBehind({ head, rows }: { head: string[]; rows: (string | number)[][] }) {
  return (
    <Box component="details" className="no-print" sx={{ mt: 0.5 }}>
      <Box component="summary" sx={{ cursor: 'pointer', minHeight: 32, width: 'fit-content', color: 'text.secondary' }}>
        As a table
      </Box>
      <Box sx={{ maxHeight: 320, overflow: 'auto', border: 1, borderColor: 'divider' }} tabIndex={0}>
        <Box
          component="table"
          sx={{ borderCollapse: 'collapse', '& th, & td': { textAlign: 'left', px: 1.5, py: 0.25, whiteSpace: 'nowrap' } }}
        >
          <thead>
            <tr>
              {head.map((h) => (
                <th key={h}>{h}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, i) => (
              <tr key={i}>
                {row.map((cell, j) => (
                  <td key={j}>{cell}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
    </Box>
  );
}
