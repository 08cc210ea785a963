import Box from '@mui/material/Box';
import Skeleton from '@mui/material/Skeleton';

/** The shape of a place while it is read: heading, line, rows. */
export function PageSkeleton() {
  return (
    <Box sx={{ p: { xs: 1.5, sm: 2.5 } }} aria-busy aria-label="Loading">
      <Skeleton width={220} height={40} />
      <Skeleton width={340} />
      <Box sx={{ mt: 2, display: 'grid', gap: 1 }}>
        {[0, 1, 2, 3, 4].map((i) => (
          <Skeleton key={i} variant="rectangular" height={60} />
        ))}
      </Box>
    </Box>
  );
}
