/** Invented reports in the shape that smartctl prints (field names by smartmontools 7, from memory). */
export const smartctlAta = (own: object = {}): object => ({
  json_format_version: [1, 0],
  smartctl: { version: [7, 3], argv: ['smartctl', '--json', '-x', '/dev/sda'], exit_status: 0 },
  device: { name: '/dev/sda', info_name: '/dev/sda [SAT]', type: 'sat', protocol: 'ATA' },
  model_family: 'Corrie D',
  model_name: 'Corrie D7 1000',
  serial_number: 'CD7-77A1',
  firmware_version: '1.20',
  user_capacity: { blocks: 1953525168, bytes: 1000204886016 },
  rotation_rate: 5400,
  smart_status: { passed: true },
  ata_smart_attributes: {
    revision: 16,
    table: [
      { id: 5, name: 'Reallocated_Sector_Ct', value: 100, worst: 100, thresh: 10, when_failed: '', raw: { value: 0, string: '0' } },
      { id: 197, name: 'Current_Pending_Sector', value: 100, worst: 100, thresh: 0, when_failed: '', raw: { value: 8, string: '8' } },
      { id: 199, name: 'UDMA_CRC_Error_Count', value: 200, worst: 200, thresh: 0, when_failed: '', raw: { value: 1284, string: '1284' } },
      {
        id: 241,
        name: 'Total_LBAs_Written',
        value: 100,
        worst: 253,
        thresh: 0,
        raw: { value: 281474976710655, string: '281474976710655' },
      },
    ],
  },
  power_on_time: { hours: 9123, minutes: 20 },
  temperature: { current: 36 },
  ata_smart_error_log: { extended: { revision: 1, sectors: 1, count: 4 } },
  ata_smart_self_test_log: {
    extended: {
      revision: 1,
      table: [
        {
          type: { value: 1, string: 'Short offline' },
          status: { value: 0, string: 'Completed without error', passed: true },
          lifetime_hours: 9100,
        },
        {
          type: { value: 2, string: 'Extended offline' },
          status: { value: 121, string: 'Completed: read failure', passed: false },
          lifetime_hours: 9001,
        },
        { type: { value: 1, string: 'Short offline' }, status: { value: 25, string: 'Aborted by host' }, lifetime_hours: 8000 },
      ],
    },
  },
  ...own,
});

export const smartctlNvme = (own: object = {}, log: object = {}): object => ({
  smartctl: { version: [7, 3], exit_status: 0 },
  device: { name: '/dev/nvme0', type: 'nvme', protocol: 'NVMe' },
  model_name: 'Pellow P3 1 TB',
  serial_number: 'PP3-77A1',
  firmware_version: '2B',
  nvme_total_capacity: 1000204886016,
  smart_status: { passed: true, nvme: { value: 0 } },
  nvme_smart_health_information_log: {
    critical_warning: 0,
    temperature: 41,
    available_spare: 97,
    available_spare_threshold: 10,
    percentage_used: 12,
    data_units_read: 80_000_000,
    data_units_written: 60_000_000,
    power_cycles: 812,
    power_on_hours: 5123,
    unsafe_shutdowns: 14,
    media_errors: 0,
    num_err_log_entries: 3,
    ...log,
  },
  power_on_time: { hours: 5123 },
  temperature: { current: 41 },
  ...own,
});
