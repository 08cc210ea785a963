/** People of the demo shop. The password is public: the data is made up, and the server listens on this machine only. */
const PASSWORD = 'thursday-boat-48';
export const DEMO_ACCOUNTS = [
  { name: 'Ines Tarrow', email: 'ines@quaybay.example', role: 'owner', password: PASSWORD },
  { name: 'Bram Oakhollow', email: 'bram@quaybay.example', role: 'technician', password: PASSWORD },
  { name: 'Wren Saltmarsh', email: 'wren@quaybay.example', role: 'viewer', password: PASSWORD },
] as const;
