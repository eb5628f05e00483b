export { DeviceProfile, Measures, PowerPhase, Slot, measuredSlot } from './profile';
