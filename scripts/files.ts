import { files, openDatabase } from '../src/db';

const HELP = `npm run files -- to-store      moves files from the database to the object store of TAUT_FILES.
npm run files -- to-database   moves files from the object store to the database.`;

/** Moves all stored files to another place. It can be repeated after an interruption, also while the shop is served. */
async function main(target: string | undefined, url: string | undefined): Promise<string> {
  if (!url || (target !== 'to-store' && target !== 'to-database')) return refuse(HELP);
  const store = files.objectStore();
  if (!store) return refuse('TAUT_FILES is not set. Set it to the address of the object store, such as s3://shop-files.');
  const db = openDatabase(url);
  try {
    const moved = await files.moveFiles(db, target === 'to-store' ? 'store' : 'database', store);
    return `${moved} files moved.`;
  } finally {
    await db.sequelize.close();
  }
}

/** Ends with a sentence for the operator. */
function refuse(problem: string): string {
  process.exitCode = 1;
  return problem;
}

main(process.argv[2], process.env['DATABASE_URL']).then(
  (said) => console.log(said),
  (error: Error) => console.log(refuse(error.message)),
);
