import { sure } from '@petrichor/core/units';
import type { SimulatedDrive } from './drive.js';

const NAMES: Record<number, string> = {
  5: 'Reallocated_Sector_Ct',
  9: 'Power_On_Hours',
  187: 'Reported_Uncorrect',
  188: 'Command_Timeout',
  194: 'Temperature_Celsius',
  197: 'Current_Pending_Sector',
  198: 'Offline_Uncorrectable',
  199: 'UDMA_CRC_Error_Count',
};
const ALWAYS = [5, 9, 187, 188, 194, 197, 198, 199];

/**
 * What `smartctl --json -x` would print of a simulated drive, after so many bytes were read from it in the
 * dock.
 */
export function selfReportOf(
  drive: SimulatedDrive,
  readBytes: number,
  tests: readonly { kind: string; passed: boolean }[],
): object {
  const common = {
    json_format_version: [1, 0],
    smartctl: { version: [7, 3], exit_status: 0 },
    device: {
      name: '/dev/dock',
      type: drive.protocol === 'ata' ? 'sat' : 'nvme',
      protocol: drive.protocol === 'ata' ? 'ATA' : 'NVMe',
    },
    model_name: drive.model,
    serial_number: drive.serial,
    firmware_version: drive.firmware,
    user_capacity: { bytes: drive.capacityBytes },
    rotation_rate: drive.rotationRpm,
    smart_status: { passed: drive.assessment === 'passed' },
    power_on_time: { hours: drive.powerOnHours },
    temperature: { current: drive.temperatureC },
  };
  return drive.nvme
    ? { ...common, nvme_smart_health_information_log: healthLog(drive) }
    : { ...common, ...ataParts(drive, readBytes, tests) };
}

function ataParts(
  drive: SimulatedDrive,
  readBytes: number,
  tests: readonly { kind: string; passed: boolean }[],
): object {
  const grown = (id: number) =>
    drive.growing
      .filter((one) => one.attribute === id)
      .reduce((sum, one) => sum + Math.floor((one.perGb * readBytes) / 1e9), 0);
  const ids = [...new Set([...ALWAYS, ...Object.keys(drive.attributes).map(Number)])].sort(
    (one, other) => one - other,
  );
  const raw = (id: number) =>
    id === 9 ? drive.powerOnHours : id === 194 ? drive.temperatureC : (drive.attributes[id] ?? 0) + grown(id);
  return {
    ata_smart_attributes: {
      revision: 16,
      table: ids.map((id) => ({
        id,
        name: NAMES[id] ?? `Attribute_${id}`,
        value: 100,
        worst: 100,
        thresh: id === 5 ? 10 : 0,
        raw: { value: raw(id), string: String(raw(id)) },
      })),
    },
    ata_smart_error_log: { extended: { count: raw(187) } },
    ata_smart_self_test_log: {
      extended: {
        table: tests.map(({ kind, passed }) => ({
          type: { string: kind },
          status: {
            value: passed ? 0 : 0x79,
            string: passed ? 'Completed without error' : 'Completed: read failure',
            passed,
          },
          lifetime_hours: drive.powerOnHours,
        })),
      },
    },
  };
}

function healthLog({ nvme, temperatureC, powerOnHours }: SimulatedDrive): object {
  const log = sure(nvme);
  return {
    critical_warning: log.criticalWarning,
    temperature: temperatureC,
    available_spare: log.spare,
    available_spare_threshold: log.threshold,
    percentage_used: log.percentageUsed,
    data_units_read: log.unitsRead,
    data_units_written: log.unitsWritten,
    power_cycles: log.powerCycles,
    power_on_hours: powerOnHours,
    unsafe_shutdowns: log.unsafeShutdowns,
    media_errors: log.mediaErrors,
    num_err_log_entries: log.mediaErrors,
  };
}
