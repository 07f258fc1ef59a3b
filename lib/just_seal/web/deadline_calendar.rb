# frozen_string_literal: true

require "icalendar"

module JustSeal
  module Web
    # Deadlines of dockets as a calendar file (RFC 5545): an event at each, and an alarm a day before.
    module DeadlineCalendar
      NAME = "deadlines.ics"
      MIME = "text/calendar"
      BEFORE = "-P1D"

      module_function

      # +dockets+: Store::Docket rows with a deadline; +office+; +now+: Time. Returns text.
      def of(dockets, office:, now:)
        calendar = Icalendar::Calendar.new
        calendar.prodid = "-//#{office.name}//Just Seal//EN"
        calendar.append_custom_property("X-WR-CALNAME", I18n.t("calendar.name", office: office.name))
        dockets.each { |docket| calendar.add_event(event(docket, office, now)) }
        calendar.to_ical
      end

      # The same address has the same event: a calendar that reads it again moves it.
      def event(docket, office, now)
        address = "#{office.settings.address}/dockets/#{docket.number}"
        Icalendar::Event.new.tap do |one|
          one.uid = "#{docket.number}@#{URI(address).host}"
          one.dtstamp = utc(now)
          one.dtstart = one.dtend = utc(docket.deadline)
          one.summary = I18n.t("calendar.until", title: docket.title)
          one.description = I18n.t("calendar.about", docket: docket.number, address: address)
          one.url = address
          one.alarm { |alarm| remind(alarm, docket) }
        end
      end

      def remind(alarm, docket)
        alarm.action = "DISPLAY"
        alarm.trigger = BEFORE
        alarm.description = docket.title
      end

      def utc(time) = Icalendar::Values::DateTime.new(time.utc.strftime("%Y%m%dT%H%M%SZ"), "tzid" => "UTC")
      private_class_method :event, :remind, :utc
    end
  end
end
