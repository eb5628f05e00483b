export { DeviceProfile, Measures, PowerPhase, Slot, measureNames, measuredSlot } from './profile';
